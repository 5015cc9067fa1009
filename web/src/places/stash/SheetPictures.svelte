<script lang="ts">
  import type { SheetPicture } from '../../api/client';

  type Box = { row: number; column: number };
  let {
    pictures,
    sheet,
    lit,
    light,
    takeAway,
  }: {
    pictures: SheetPicture[];
    sheet: string;
    lit?: Box;
    light: (box: Box | undefined) => void;
    takeAway: (hash: string) => Promise<unknown>;
  } = $props();

  const outline = (corners: { x: number; y: number }[]) => corners.map((c) => `${c.x},${c.y}`).join(' ');
  const kinds: Record<string, string> = { scan: 'Scan', photo: 'Photo' };
</script>

{#each pictures as picture (picture.hash)}
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
      </svg>
    </div>
    <figcaption class="flex flex-wrap items-baseline gap-x-4 text-sm">
      <span>{kinds[picture.source]}: {picture.fileName}. {picture.sentence}</span>
      <button type="button" class="underline" onclick={() => takeAway(picture.hash)}>Take it away</button>
    </figcaption>
  </figure>
{/each}
