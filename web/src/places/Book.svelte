<script lang="ts">
  import { api, ask, type BookEntry } from '../api/client';
  import CardPicture from '../parts/CardPicture.svelte';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { WantedLooks } from '../parts/wantedLooks.svelte';
  import { Resource } from '../state/resource.svelte';

  let search = $state('');
  const book = new Resource<BookEntry[]>(() => ask(api.GET('/api/book', { params: { query: { search } } })));
  $effect(() => {
    void search;
    void book.refresh();
  });
  const looks = new WantedLooks(book.renew);
  $effect(() => book.value?.filter((entry) => !entry.lookUrl).forEach((entry) => looks.want(entry.id)));
  const nearer = $derived(
    (book.value ?? [])
      .flatMap((entry) => (entry.cameWithin == null ? [] : [entry.cameWithin.toFixed(1)]))
      .reverse(),
  );
  const day = (moment: string) =>
    new Date(moment).toLocaleDateString(undefined, { day: 'numeric', month: 'long', year: 'numeric' });
</script>

<svelte:head><title>Book, Nube</title></svelte:head>

<div class="mt-4 flex flex-wrap items-end gap-x-6 gap-y-3">
  <h1>Book</h1>
  <label class="grid w-[25rem] max-w-full gap-1">
    <span class="sr-only">Search the book</span>
    <input
      class="input w-full"
      type="search"
      placeholder="Which blue was that? A name, pigment or area"
      bind:value={search}
    />
  </label>
</div>
{#if book.trouble}<div class="mt-3"><TroubleNote trouble={book.trouble} again={book.refresh} /></div>{/if}
{#if nearer.length > 1}
  <p class="mt-3">
    How near cards came to what was to be, from the first run to the last, in CIEDE2000: {nearer.join(', ')}.
  </p>
{/if}
<ul class="mt-6 grid gap-6 md:grid-cols-2">
  {#each book.value ?? [] as entry (entry.id)}
    <li class="sheet grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-5">
      <div style:aspect-ratio="{entry.image?.widthMm ?? 4} / {entry.image?.heightMm ?? 3}">
        <CardPicture
          image={entry.image}
          paper={entry.paperColour}
          fills={entry.look}
          look={entry.lookUrl}
          label="{entry.name}, finished"
        />
      </div>
      <div class="min-w-0">
        <h2><a class="hover:underline" href="/runs/{entry.id}/finish">{entry.name}</a></h2>
        <p class="mt-1">{entry.cards === 1 ? '1 card' : `${entry.cards} cards`}, {day(entry.finishedAt)}</p>
        {#if entry.cameWithin != null}
          <p class="mt-1 text-sm">
            Half of what was looked at came within CIEDE2000 {entry.cameWithin.toFixed(1)} of what was to be.
          </p>
        {/if}
        <ul class="mt-3 text-sm">
          {#each entry.colours as colour (colour)}<li>{colour}</li>{/each}
        </ul>
      </div>
    </li>
  {:else}
    {#if book.value}
      <li>
        {search ? 'No finished run has that word.' : 'Finished runs come here, with every colour they used.'}
      </li>
    {/if}
  {/each}
</ul>
