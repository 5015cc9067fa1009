<svelte:options namespace="svg" />

<script lang="ts">
  import type { Gradient, Image } from '../../api/client';

  // Where a gradient that is in hand goes: an arrow in each picked area, or its points.
  let {
    gradient,
    image,
    chosen,
    times = 1,
  }: { gradient: Gradient; image: Image; chosen: number[]; times?: number } = $props();

  const size = $derived((Math.max(image.widthMm, image.heightMm) * 0.03) / times);
  const picked = $derived(gradient.way === 'across' ? image.areas.filter((a) => chosen.includes(a.id)) : []);
</script>

<g pointer-events="none" fill="none" stroke-linecap="round">
  {#each ['#ffffff', '#1f3a63'] as colour, over (colour)}
    <g stroke={colour} stroke-width={size * (over ? 0.16 : 0.4)}>
      {#each picked as area (area.id)}
        <path
          d="M{-size} 0H{size}M{size * 0.5} {-size * 0.4}L{size} 0L{size * 0.5} {size * 0.4}"
          transform="translate({area.centre.x} {area.centre.y + size * 1.1}) rotate({gradient.degrees})"
        />
      {/each}
      {#each gradient.points ?? [] as point, place (place)}
        <path d="M{point.x - size / 2} {point.y}h{size}M{point.x} {point.y - size / 2}v{size}" />
      {/each}
    </g>
  {/each}
</g>
