<svelte:options namespace="svg" />

<script lang="ts">
  import type { DesignPiece, Image } from '../api/client';

  // A piece of a card as it will be, from its own corner: its paper with the ground that its work leaves.
  let { piece, image, shadow }: { piece: DesignPiece; image: Image | null; shadow: string } = $props();

  const own = $props.id();
  // Stops down the piece: each hue, and what lies where two meet.
  const ground = $derived.by(() => {
    const work = piece.work.findLast((one) => one.predicted.length > 0);
    return (work?.predicted ?? []).flatMap((hue, place) => {
      const meets = work?.overlaps[place];
      return meets ? [hue, hue, meets] : [hue, hue];
    });
  });
</script>

{#if ground.length > 0}
  <linearGradient id="{own}-ground" x1="0" x2="0" y1="0" y2="1">
    {#each ground as colour, place (place)}<stop
        offset={place / (ground.length - 1)}
        stop-color={colour}
      />{/each}
  </linearGradient>
{/if}
<rect
  width={piece.widthMm}
  height={piece.heightMm}
  fill={ground.length > 0 ? `url(#${own}-ground)` : piece.paperColour}
  stroke="#1d2026"
  stroke-opacity="0.18"
  stroke-width="0.15"
  filter="url(#{shadow})"
/>
{#if piece.kind === 'image' && image}
  <image
    href={image.lineUrl}
    width={piece.widthMm}
    height={piece.heightMm}
    preserveAspectRatio="xMidYMid meet"
  />
{:else if piece.widthMm > 20 && piece.kind !== 'mat' && ground.length === 0}
  <text
    x={piece.widthMm / 2}
    y={piece.heightMm / 2}
    font-size={Math.min(5, piece.heightMm / 2)}
    text-anchor="middle"
    dominant-baseline="central"
    fill="#1d2026"
    fill-opacity="0.75">{piece.name}</text
  >
{/if}
