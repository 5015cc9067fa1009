<script lang="ts">
  import type { Design, DesignPaper, Grain } from '../../api/client';
  import { grainWords } from '../../parts/words';

  // Sheets and off-cuts of a paper that are there.
  let {
    paper,
    sizes,
    keep,
  }: {
    paper: DesignPaper;
    sizes: Design['sheetSizes'];
    keep: (sheets: DesignPaper['sheets']) => Promise<void>;
  } = $props();

  const grains = Object.keys(grainWords) as Grain[];
  let size = $state('');
  let width = $state('');
  let height = $state('');
  let count = $state(1);
  let grain = $state<Grain>('any');
  let offCut = $state(false);
  let price = $state<number>();

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const known = sizes.find((one) => one.name === size);
    const sheet = {
      width: known?.width ?? width,
      height: known?.height ?? height,
      count,
      grain,
      offCut,
      price: price ?? null,
    };
    await keep([...paper.sheets, { id: crypto.randomUUID(), ...sheet }]);
  }
</script>

<details class="grid gap-2" open={paper.sheets.length === 0}>
  <summary class="cursor-pointer">
    <strong>{paper.name}</strong>
    {#each paper.sheets as sheet (sheet.id)}
      <span class="ml-2"
        >{sheet.count} {sheet.offCut ? 'off-cuts of' : 'of'} {sheet.width} x {sheet.height}</span
      >
    {:else}
      <span class="ml-2">no sheets yet</span>
    {/each}
  </summary>
  <ul class="mt-2 grid gap-1">
    {#each paper.sheets as sheet (sheet.id)}
      <li class="flex flex-wrap items-center gap-2">
        {sheet.count} of {sheet.width} x {sheet.height}{sheet.offCut ? ', off-cut' : ''}, grain {grainWords[
          sheet.grain
        ]}{sheet.price === null ? '' : `, ${sheet.price.toFixed(2)} each`}
        <button
          type="button"
          class="btn btn-line btn-sm"
          aria-label="Take away {sheet.count} of {sheet.width} x {sheet.height}"
          onclick={() => keep(paper.sheets.filter((one) => one.id !== sheet.id))}>Take away</button
        >
      </li>
    {/each}
  </ul>
  <form class="mt-2 flex flex-wrap items-end gap-2" onsubmit={add}>
    <label class="grid gap-1">
      Sheet
      <select class="select w-36" bind:value={size}>
        <option value="">another size</option>
        {#each sizes as one (one.name)}<option>{one.name}</option>{/each}
      </select>
    </label>
    {#if size === ''}
      <label class="grid gap-1">Width <input class="input w-24" required bind:value={width} /></label>
      <label class="grid gap-1">Height <input class="input w-24" required bind:value={height} /></label>
    {/if}
    <label class="grid gap-1">
      How many <input class="input w-20" type="number" min="0" max="999" required bind:value={count} />
    </label>
    <label class="grid gap-1">
      Grain
      <select class="select w-36" bind:value={grain}>
        {#each grains as one (one)}<option value={one}>{grainWords[one]}</option>{/each}
      </select>
    </label>
    <label class="grid gap-1">
      Price of one <input class="input w-24" type="number" min="0" step="0.01" bind:value={price} />
    </label>
    <label class="flex h-10 items-center gap-2">
      <input type="checkbox" class="checkbox" bind:checked={offCut} /> off-cut
    </label>
    <button class="btn btn-line">Add these</button>
  </form>
</details>
