<script lang="ts">
  import type { Chart } from '../../api/client';
  import ChartChoice from '../../parts/ChartChoice.svelte';
  import type { Corners } from '../../state/chartCorners';
  import ChartInPicture from './ChartInPicture.svelte';

  // Coloured cards come in as a scan or a photo, or are painted and taken by the stand-ins.
  let {
    stepsDone,
    chart,
    busy,
    first,
    bringIn,
    standIn,
    bringInChart,
  }: {
    stepsDone: number[];
    /** The maker's colour chart. */
    chart?: Chart | null;
    busy: boolean;
    /** Nothing was looked at before: it says what to do. */
    first: boolean;
    bringIn: (file: File, card: number, chart?: Corners) => void;
    standIn: (source: 'scan' | 'photo' | 'photoWithChart', card: number) => void;
    bringInChart: (what: () => Promise<unknown>) => Promise<unknown>;
  } = $props();

  let card = $state(1);
  let files = $state<FileList>();
  let chartIsThere = $state(false);
  let corners = $state<Corners>();
  const file = $derived(files?.[0]);
  const pointed = $derived(chart && chartIsThere ? corners : undefined);
  const take = () => {
    if (file) bringIn(file, card, pointed);
  };
</script>

<section aria-label="Bring in a scan or photo" class="grid gap-3">
  {#if first}
    <p>
      Lay the card on the scanner, or photograph it from above, dry and with some bare paper around the
      picture. Several cards in one picture are numbered as one reads.
    </p>
  {/if}
  <div class="flex flex-wrap items-end gap-3">
    {#if stepsDone.length > 1}
      <label class="grid gap-1">
        <span>First card in it</span>
        <select class="select w-28" bind:value={card}>
          {#each stepsDone as done, at (at)}
            <option value={at + 1}>Card {at + 1}{done === 0 ? ', bare' : ''}</option>
          {/each}
        </select>
      </label>
    {/if}
    <label class="grid gap-1">
      <span>Scan or photo</span>
      <input
        type="file"
        class="file-input w-72"
        accept="image/png,image/jpeg,image/tiff,image/webp"
        bind:files
      />
    </label>
    <button type="button" class="btn btn-primary" disabled={busy || !file} onclick={take}>Look at it</button>
  </div>
  {#if file && chart}
    <label class="flex items-center gap-2">
      <input type="checkbox" class="checkbox checkbox-sm" bind:checked={chartIsThere} />
      My chart lies in it, beside the card: {chart.name}
    </label>
    {#if chartIsThere}
      {#key file}<ChartInPicture {file} bind:corners />{/key}
    {/if}
  {/if}
  <p class="text-sm text-quiet">
    No card at hand? Stand-ins paint card {card} as a hand would, and take it with a
    <button type="button" class="underline" disabled={busy} onclick={() => standIn('scan', card)}
      >scanner</button
    >, a
    <button type="button" class="underline" disabled={busy} onclick={() => standIn('photo', card)}
      >phone</button
    >
    or a
    <button type="button" class="underline" disabled={busy} onclick={() => standIn('photoWithChart', card)}
      >phone with a colour chart in the shot</button
    >.
  </p>
  <ChartChoice {chart} beside="the card" done={bringInChart} />
</section>
