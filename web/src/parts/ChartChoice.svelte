<script lang="ts">
  import { sendForm, type Chart } from '../api/client';

  let {
    chart,
    beside,
    done,
  }: {
    chart?: Chart | null;
    /** What it is to lie beside. */
    beside: string;
    done: (what: () => Promise<unknown>) => Promise<unknown>;
  } = $props();

  let columns = $state<number>();
  function bringIn(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    if (columns) form.set('columns', String(columns));
    event.currentTarget.value = '';
    void done(() => sendForm<Chart>('/api/sheets/chart', form));
  }
</script>

<details class="text-sm">
  <summary class="min-h-8 cursor-pointer">
    {chart ? `Your colour chart: ${chart.name}` : 'I own a colour chart of known values'}
  </summary>
  <div class="grid gap-3 pt-2">
    {#if chart}
      <div
        class="grid w-48 gap-0.5"
        style:grid-template-columns="repeat({chart.columns}, 1fr)"
        role="img"
        aria-label="{chart.name}, {chart.colours.length} patches in rows of {chart.columns}"
      >
        {#each chart.colours as colour, index (index)}
          <span class="aspect-square" style:background={colour}></span>
        {/each}
      </div>
    {/if}
    <p class="max-w-prose text-quiet">
      Lay the chart beside {beside}, flat and in the same light, and take both in one photo. Its values come
      as a CGATS text file from whoever made or measured it.
      <a class="underline" href="/api/sheets/chart/stand-in.txt" download>What such a file looks like</a>
    </p>
    <div class="flex flex-wrap items-end gap-x-5 gap-y-2">
      <label class="grid gap-1">
        Patches in a row, if the file does not say
        <input class="input w-24" type="number" min="2" max="100" bind:value={columns} />
      </label>
      <label class="grid gap-1">
        {chart ? 'Another chart' : 'Its values'}
        <input class="file-input" type="file" accept=".txt,.ti2,.cie,.cgats,text/plain" onchange={bringIn} />
      </label>
    </div>
  </div>
</details>
