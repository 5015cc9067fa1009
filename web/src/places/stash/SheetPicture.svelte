<script lang="ts">
  import { api, ask, type Sheet, type SheetPicture } from '../../api/client';
  import CornerHandles from '../../parts/CornerHandles.svelte';

  type Box = { row: number; column: number };
  let {
    picture,
    sheet,
    chart,
    lit,
    busy,
    light,
    change,
  }: {
    picture: SheetPicture;
    sheet: string;
    chart?: string;
    lit?: Box;
    busy: boolean;
    light: (box: Box | undefined) => void;
    change: (what: () => Promise<Sheet>) => Promise<boolean>;
  } = $props();

  const outline = (corners: { x: number; y: number }[]) => corners.map((c) => `${c.x},${c.y}`).join(' ');
  const kinds: Record<string, string> = { scan: 'Scan', photo: 'Photo' };
  const path = $derived({ params: { path: { id: sheet, hash: picture.hash } } });

  let pointing = $state(false);
  let corners = $state<{ x: number; y: number }[]>([]);
  function point() {
    const at = (x: number, y: number) => ({ x: x * picture.width, y: y * picture.height });
    corners = picture.chart?.map((corner) => ({ ...corner })) ?? [
      at(0.3, 0.3),
      at(0.7, 0.3),
      at(0.7, 0.6),
      at(0.3, 0.6),
    ];
    pointing = true;
  }
  async function read() {
    const worked = await change(() =>
      ask(api.PUT('/api/sheets/{id}/pictures/{hash}/chart', { ...path, body: { corners } })),
    );
    if (worked) pointing = false;
  }
</script>

<figure class="grid gap-2">
  <div class="card-paper relative">
    <img
      class="block w-full"
      src="/api/sheets/{sheet}/pictures/{picture.hash}"
      width={picture.width}
      height={picture.height}
      alt="{kinds[picture.source]} of the painted sheet"
    />
    <svg
      class="absolute inset-0 h-full w-full"
      viewBox="0 0 {picture.width} {picture.height}"
      role="img"
      aria-label="Where each box was found"
    >
      {#each picture.boxes as box (`${box.row} ${box.column}`)}
        {@const mine = box.row === lit?.row && box.column === lit.column}
        <!-- svelte-ignore a11y_no_static_element_interactions (the table beside it does the same by keyboard) -->
        <polygon
          points={outline(box.corners)}
          fill="transparent"
          stroke={mine ? '#1d2026' : '#ffffff'}
          stroke-width={(mine ? 5 : 1.5) * (picture.width / 500)}
          onpointerenter={() => light(box)}
          onpointerleave={() => light(undefined)}
        />
      {/each}
      {#if picture.chart && !pointing}
        <polygon
          points={outline(picture.chart)}
          fill="none"
          stroke="#1d2026"
          stroke-width={picture.width / 250}
        />
      {/if}
    </svg>
    {#if pointing}
      <CornerHandles bind:corners width={picture.width} height={picture.height} of="the chart" />
    {/if}
  </div>
  <figcaption class="flex flex-wrap items-baseline gap-x-4 text-sm">
    <span>{kinds[picture.source]}: {picture.fileName}. {picture.sentence}</span>
    {#if pointing}
      <button type="button" class="underline" disabled={busy} onclick={read}>Read the chart there</button>
      <button type="button" class="underline" onclick={() => (pointing = false)}>Leave it</button>
    {:else if chart}
      <button type="button" class="underline" onclick={point}>
        {picture.chart ? 'Move the corners of the chart' : 'My chart lies in it'}
      </button>
    {/if}
    {#if picture.chart && !pointing}
      <button
        type="button"
        class="underline"
        onclick={() => change(() => ask(api.DELETE('/api/sheets/{id}/pictures/{hash}/chart', path)))}
        >Without the chart</button
      >
    {/if}
    <button
      type="button"
      class="underline"
      onclick={() => change(() => ask(api.DELETE('/api/sheets/{id}/pictures/{hash}', path)))}
      >Take it away</button
    >
  </figcaption>
</figure>
