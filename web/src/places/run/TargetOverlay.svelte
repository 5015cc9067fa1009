<svelte:options namespace="svg" />

<script lang="ts">
  import type { Image, Pass } from '../../api/client';

  // Where to paint now: lit up, hatched, with a strong line; in the colour that comes on.
  let { image, areas, zone, colour }: { image: Image; areas: number[]; zone: Pass['zone']; colour: string } =
    $props();

  const id = $props.id();
  const partOf = (area: Image['areas'][number]) =>
    zone === 'shadow' || zone === 'deepest' || zone === 'beside'
      ? area.shadowOutline || area.outline
      : zone === 'light'
        ? area.lightOutline || area.outline
        : area.outline;
  const targets = $derived(image.areas.filter((area) => areas.includes(area.id)));
</script>

<defs>
  <pattern
    id="{id}-paint"
    width="2.6"
    height="2.6"
    patternUnits="userSpaceOnUse"
    patternTransform="rotate(45)"
  >
    <rect width="2.6" height="2.6" fill={colour} opacity="0.85" />
    <rect width="0.5" height="2.6" fill="#1d2026" opacity="0.6" />
  </pattern>
</defs>
{#each targets as area (area.id)}
  <path d={partOf(area)} fill="url(#{id}-paint)" fill-rule="evenodd" />
  <path d={area.outline} fill="none" stroke="#1d2026" stroke-width="0.9" />
{/each}
