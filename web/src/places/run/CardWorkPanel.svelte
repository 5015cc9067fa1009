<script lang="ts">
  import type { CardWish, Colours, Method } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import { countedWords, groupOf, lineWords, workGroups } from '../../parts/words';
  import AddWork from './AddWork.svelte';
  import GroundPlaceFields from './GroundPlaceFields.svelte';

  // What is done to the whole card: backgrounds before the areas, splatter and lines after them.
  let { colours, busy, set }: { colours: Colours; busy: boolean; set: (work: CardWish[]) => void } = $props();

  const methods = $derived(colours.methods.filter((m) => m.wholeCard));
  const wordsOf = (method: Method) => {
    const sheet = methods.find((m) => m.method === method);
    return workGroups.find(({ group }) => sheet && groupOf(sheet) === group)?.words ?? '';
  };
  const work = $derived(
    colours.cardWork.map(({ method, colours: of, times, relineWith, place }) => ({
      method,
      colours: of,
      times,
      relineWith,
      place,
    })),
  );

  const without = (place: number) => work.filter((_, index) => index !== place);
  const earlier = (place: number) => {
    const moved = without(place);
    const one = work[place];
    if (one) moved.splice(place - 1, 0, one);
    return moved;
  };
</script>

<details class="sheet" open={colours.cardWork.length > 0}>
  <summary class="cursor-pointer font-bold"
    >The whole card: backgrounds, splatter, embossing, cutting, gloss</summary
  >
  {#if colours.cardWork.length > 0}
    <ol class="mt-3 grid gap-2" aria-label="Done to the whole card, in this order">
      {#each colours.cardWork as one, place (place)}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1">
          <strong>{one.name}</strong>
          <span class="text-quiet">{wordsOf(one.method)}</span>
          {#if one.recipes.length > 0}
            <div class="w-32">
              <Swatch
                colours={one.recipes.map((recipe) => recipe.predicted)}
                paper={colours.paperColour}
                label="Its colours, dry"
              />
            </div>
          {/if}
          {#if countedWords[one.method]}<span>{countedWords[one.method]}: {one.times}</span>{/if}
          {#if one.method === 'relining'}<span>with {lineWords[one.relineWith]}</span>{/if}
          <span class="ml-auto flex gap-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy || place === 0}
              onclick={() => set(earlier(place))}>Earlier</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy}
              aria-label="Leave out {one.name}"
              onclick={() => set(without(place))}>Leave out</button
            >
          </span>
          {#if one.place}
            <div class="w-full">
              <GroundPlaceFields
                name={one.name}
                place={one.place}
                hues={one.colours.length}
                {busy}
                set={(to) =>
                  set(work.map((other, index) => (index === place ? { ...other, place: to } : other)))}
              />
            </div>
          {/if}
        </li>
      {/each}
    </ol>
  {/if}
  <div class="mt-3">
    <AddWork
      {methods}
      first="splatter"
      what="Do"
      label="Add to the card"
      {busy}
      add={(one) => set([...work, one])}
    />
  </div>
</details>
