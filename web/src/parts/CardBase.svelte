<svelte:options namespace="svg" />

<script lang="ts">
  import type { Design } from '../api/client';

  // The closed card, or its inside, without its pieces, and the shadows that these throw: `{id}-flat` and `{id}-raised`.
  let {
    design,
    id,
    card = 1,
    inside = false,
  }: { design: Design; id: string; card?: number; inside?: boolean } = $props();
</script>

<defs>
  <filter id="{id}-flat" x="-20%" y="-20%" width="140%" height="140%">
    <feDropShadow dx="0.3" dy="0.4" stdDeviation="0.35" flood-opacity="0.35" />
  </filter>
  <filter id="{id}-raised" x="-20%" y="-20%" width="140%" height="140%">
    <feDropShadow dx="1.1" dy="1.5" stdDeviation="1.1" flood-opacity="0.4" />
  </filter>
</defs>
<rect
  width={design.widthMm}
  height={design.heightMm}
  fill={design.baseColoursOnCards[card - 1] ?? design.baseColour}
  filter="url(#{id}-flat)"
/>
{#if design.opening === 'gate' && !inside}
  {@const meets = design.leftFlapMm ?? design.widthMm / 2}
  <line x1={meets} x2={meets} y1="0" y2={design.heightMm} stroke="#1d2026" stroke-width="0.3" />
{/if}
