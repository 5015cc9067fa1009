<script lang="ts">
  import type { AreaColour } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { likenessWords, shadowWords } from '../../parts/words';

  let {
    areas,
    nameOf,
    paper,
    choose,
    pick,
  }: {
    areas: AreaColour[];
    nameOf: (area: number) => string;
    paper: string;
    choose: (areas: number[], place: number) => void;
    pick: (areas: number[]) => void;
  } = $props();

  let open = $state(false);
  const first = $derived(areas[0] as AreaColour);
  const ids = $derived(areas.map((a) => a.area));
  const names = $derived(ids.map(nameOf));
  const far = $derived(first.recipe.likeness === 'another');
  const words = $derived(`${likenessWords[first.recipe.likeness]}, ${first.recipe.difference.toFixed(1)}`);
  const picture = $derived([
    first.wish,
    first.recipe.predicted,
    ...(first.shadowPredicted ? [first.shadowPredicted] : []),
  ]);
</script>

<article
  class="sheet grid items-center gap-x-5 gap-y-2 md:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)_minmax(0,1.5fr)_auto]"
>
  <div class="min-w-0">
    <h3>
      <button type="button" class="text-left hover:underline" onclick={() => pick(ids)}>
        {names.slice(0, 2).join(', ')}{names.length > 2 ? ` and ${names.length - 2} more` : ''}
      </button>
    </h3>
    <p class="text-sm">{words}. {shadowWords[first.shadow]}</p>
  </div>
  <div>
    <Swatch
      colours={picture}
      {paper}
      label="Wish, prediction{first.shadowPredicted ? ' and shadow' : ''} on the paper"
    />
    <div
      class="grid text-center text-xs"
      style:grid-template-columns="repeat({picture.length}, 1fr)"
      aria-hidden="true"
    >
      <span>wish</span><span>dry</span>{#if first.shadowPredicted}<span>shadow</span>{/if}
    </div>
  </div>
  <PipFormula parts={first.recipe.parts} water={first.recipe.water} layers={first.recipe.layers} />
  <button type="button" class="btn btn-line" aria-expanded={open} onclick={() => (open = !open)}
    >Other ways</button
  >
  {#if far}
    <p class="border-l-4 border-warm pl-3 text-sm md:col-span-4">
      These colours cannot reach the wish: this is the nearest, {first.recipe.difference.toFixed(0)} away. Add a
      colour to mix from, or wish for something nearer.
    </p>
  {/if}
  {#if open}
    <ol class="grid gap-2 border-t border-hair pt-2 md:col-span-4">
      {#each first.others as other, place (place)}
        <li class="grid items-center gap-4 md:grid-cols-[6rem_minmax(0,1fr)_minmax(0,1.5fr)_auto]">
          <span class="text-sm">{likenessWords[other.likeness]}, {other.difference.toFixed(1)}</span>
          <Swatch colours={other.ladder} {paper} label="From much water to none, on the paper" />
          <PipFormula parts={other.parts} water={other.water} layers={other.layers} />
          <button type="button" class="btn btn-line btn-sm" onclick={() => choose(ids, place)}
            >Use this</button
          >
        </li>
      {/each}
    </ol>
  {/if}
</article>
