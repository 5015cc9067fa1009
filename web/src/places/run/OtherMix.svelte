<script lang="ts">
  import type { Bench, Mix, MixGiven } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { hit } from '../../state/hit';

  // What was on the brush instead: one of the mixes on the table, or a colour of the run with some water.
  let {
    takeable,
    planned,
    paper,
    take,
  }: { takeable: Bench['takeable']; planned: string; paper: string; take: (mix: MixGiven) => void } =
    $props();

  const own = $props.id();
  const others = $derived(takeable.mixes.filter((mix) => mix.key !== planned));
  let colour = $state('');
  let water = $state(4);
  const partsOf = (mix: Mix) => mix.parts.map(({ id, parts }) => ({ id, parts }));
</script>

<div class="mt-3 grid gap-3" role="group" aria-label="Which colour was taken for this step?">
  <p class="text-lg">
    Which one was it? The step counts as done with it, and the card is shown as it looks now.
  </p>
  <div class="grid gap-2 sm:grid-cols-2">
    {#each others as mix (mix.key)}
      <button
        type="button"
        class="btn btn-line h-auto min-h-16 justify-start gap-4 py-2 text-left font-normal"
        onclick={hit(() => take({ parts: partsOf(mix), water: mix.water }))}
      >
        <span class="w-14 shrink-0"><Swatch colours={[mix.colour]} {paper} label="Dry, one layer" /></span>
        <PipFormula parts={mix.parts} water={mix.water} />
      </button>
    {/each}
  </div>
  <form
    class="flex flex-wrap items-end gap-3"
    onsubmit={(event) => {
      event.preventDefault();
      take({ parts: [{ id: colour, parts: 1 }], water });
    }}
  >
    <div class="min-w-48 flex-1">
      <label for="{own}-colour">Or another of your colours</label>
      <select id="{own}-colour" class="select h-16 w-full text-lg" required bind:value={colour}>
        <option value="" disabled>Choose</option>
        {#each takeable.colours as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </select>
    </div>
    <div>
      <label for="{own}-water">Parts of water</label>
      <select id="{own}-water" class="select h-16 text-lg" bind:value={water}>
        {#each takeable.waters as parts (parts)}<option value={parts}>{parts}</option>{/each}
      </select>
    </div>
    <button type="submit" class="btn btn-line h-16 text-lg">Done with this</button>
  </form>
</div>
