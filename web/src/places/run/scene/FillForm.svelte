<script lang="ts">
  import type { Scene, Stamp } from '../../../api/client';

  let {
    stamps,
    fills,
    pales,
    paper,
    fill,
    remove,
  }: {
    stamps: Stamp[];
    fills: Scene['fills'];
    /** How each print from one inking looks, in black. */
    pales: Scene['generations'];
    paper: string;
    fill: (wish: { stamp: string; gap: string; generations: number; seed: number }) => void;
    remove: (fill: number) => void;
  } = $props();

  let picked = $state<string>();
  const stamp = $derived(picked ?? stamps[0]?.id ?? '');
  let gap = $state('2 mm');
  let generations = $state(1);
  let seed = $state(1);
  const nth = ['first print', 'second', 'third', 'fourth'];
  const count = (number: number, thing: string) => `${number} ${thing}${number === 1 ? '' : 's'}`;
</script>

<details>
  <summary class="cursor-pointer underline">Fill the panel with one stamp</summary>
  <form
    class="sheet mt-3 grid gap-3"
    onsubmit={(event) => {
      event.preventDefault();
      fill({ stamp, gap, generations, seed: seed++ });
    }}
  >
    <p class="text-sm text-quiet">
      To past the edges, behind what is placed, turned so that no two neighbours stand alike.
    </p>
    <div class="flex flex-wrap items-end gap-3">
      <label class="grid gap-1">
        Stamp
        <select class="select w-44" value={stamp} onchange={(event) => (picked = event.currentTarget.value)}>
          {#each stamps as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
        </select>
      </label>
      <label class="grid gap-1">
        Apart <input class="input w-24" bind:value={gap} />
      </label>
      <label class="grid gap-1">
        From one inking
        <select class="select w-32" bind:value={generations}>
          <option value={1}>1 print</option>
          {#each [2, 3, 4] as prints (prints)}<option value={prints}>{prints} prints</option>{/each}
        </select>
      </label>
      <button type="submit" class="btn btn-line" disabled={!stamp}>Fill</button>
    </div>
  </form>
</details>
{#each fills as laid (laid.fill)}
  <p class="flex flex-wrap items-center gap-x-4">
    Filled with {laid.name}: {count(laid.prints, 'print')}
    {#if laid.generations > 1}from {count(laid.inkings, 'inking')}{/if}
    <button type="button" class="underline" onclick={() => remove(laid.fill)}>Take this fill away</button>
  </p>
  {#if laid.looksAlikeTurned}
    <p class="text-sm text-quiet">
      {laid.name} looks the same however it is turned, so its turns do not show.
    </p>
  {/if}
  {#if laid.generations > 1}
    <ol
      class="flex flex-wrap gap-x-6 gap-y-2"
      aria-label="How pale each print of an inking becomes, about, with a black ink"
    >
      {#each pales.slice(0, laid.generations) as print (print.generation)}
        <li class="flex items-center gap-2 text-sm">
          <span class="card-paper grid h-8 w-12 place-items-center" style:background={paper}>
            <span class="block h-4 w-8 rounded-sm" style:background={print.black}></span>
          </span>
          {nth[print.generation - 1]}: about {Math.round(print.depth * 100)} %
        </li>
      {/each}
    </ol>
  {/if}
{/each}
