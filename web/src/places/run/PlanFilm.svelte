<script lang="ts">
  import CardPicture from '../../parts/CardPicture.svelte';
  import JobProgress from '../../parts/JobProgress.svelte';
  import { duration } from '../../state/clock.svelte';
  import { paperOf, pieceOf, useRun } from '../../state/run.svelte';
  import type { FilmOfPlan } from './filmOfPlan.svelte';

  // The first card as it will look, from one moment of the plan to the next.
  let { of }: { of: FilmOfPlan } = $props();

  const run = useRun();
  const film = $derived(of.film);
  const image = $derived(pieceOf(run.value)?.image ?? null);
  const ratio = $derived(image ? image.widthMm / image.heightMm : 1);
</script>

<section
  aria-label="How a card will look"
  class="sheet grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3"
>
  <div
    class="mx-auto w-full max-w-[calc(42vh*var(--ratio))]"
    style:--ratio={ratio}
    style:aspect-ratio={ratio}
  >
    <CardPicture
      {image}
      paper={paperOf(run.value)}
      mat={false}
      look={film.seen?.url}
      label={film.seen ? `A card. ${film.seen.inWords}` : 'A bare card'}
    />
  </div>
  {#if film.seen}
    <div class="flex items-center gap-3">
      <button
        type="button"
        class="btn btn-line w-24"
        disabled={film.stills.length < 2}
        onclick={() => (film.playing ? film.pause() : film.play())}
      >
        {film.playing ? 'Pause' : 'Play'}
      </button>
      <input
        type="range"
        class="range range-primary range-xs w-full"
        min="0"
        max={film.stills.length - 1}
        value={film.place}
        aria-label="Moment of the plan"
        aria-valuetext={film.seen.inWords}
        oninput={(event) => {
          film.pause();
          film.show(Number(event.currentTarget.value));
        }}
      />
    </div>
    <p class="min-h-12" aria-live={film.playing ? 'off' : 'polite'}>
      <strong>{film.seen.seconds < 60 ? 'At the start' : `After ${duration(film.seen.seconds)}`}</strong>
      {film.seen.inWords}{film.seen.coarse ? '. A first look, which becomes finer.' : ''}
    </p>
  {/if}
  <div class="empty:hidden"><JobProgress work={of.work} /></div>
</section>
