<script lang="ts">
  import type { PaperCuts } from '../../api/client';

  // A sheet with what is cut from it, and the cuts in their order.
  let { sheet, colour }: { sheet: PaperCuts['sheets'][number]; colour: string } = $props();
</script>

<strong>{sheet.title}</strong>
<div class="mat p-2">
  <svg
    viewBox="0 0 {sheet.widthMm} {sheet.heightMm}"
    class="mx-auto block h-48 max-w-full"
    role="img"
    aria-label="{sheet.title}: {sheet.parts.flatMap((part) => (part.name ? [part.name] : [])).join(', ')}"
  >
    {#each sheet.parts as part, at (at)}
      <rect
        x={part.leftMm}
        y={part.topMm}
        width={part.widthMm}
        height={part.heightMm}
        fill={colour}
        fill-opacity={part.name ? 1 : 0.35}
        stroke="#1d2026"
        stroke-width="0.8"
        stroke-dasharray={part.name ? undefined : '3 3'}
      />
      {#if part.name && part.widthMm > 25 && part.heightMm > 12}
        <text
          x={part.leftMm + part.widthMm / 2}
          y={part.topMm + part.heightMm / 2}
          font-size={Math.min(12, part.widthMm / 6)}
          text-anchor="middle"
          dominant-baseline="central"
          fill="#1d2026">{part.name}</text
        >
      {/if}
    {/each}
  </svg>
</div>
<ol class="list-decimal pl-5 text-sm" aria-label="The cuts of this sheet, in their order">
  {#each sheet.cuts as cut, at (at)}<li>{cut}</li>{/each}
</ol>
