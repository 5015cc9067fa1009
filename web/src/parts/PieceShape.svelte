<svelte:options namespace="svg" />

<script lang="ts">
  import type { DesignPiece, Image } from '../api/client';

  // A piece of a card as it will be, from its own corner: its paper with the ground that its work leaves.
  let { piece, image, shadow }: { piece: DesignPiece; image: Image | null; shadow: string } = $props();

  const ground = $derived(piece.grounds[0]);
</script>

<rect
  width={piece.widthMm}
  height={piece.heightMm}
  fill={piece.paperColour}
  stroke="#1d2026"
  stroke-opacity="0.18"
  stroke-width="0.15"
  filter="url(#{shadow})"
/>
{#if ground}
  <image href={ground} width={piece.widthMm} height={piece.heightMm} preserveAspectRatio="none" />
{/if}
{#if piece.kind === 'image' && image}
  <image
    href={image.lineUrl}
    width={piece.widthMm}
    height={piece.heightMm}
    preserveAspectRatio="xMidYMid meet"
  />
{:else if piece.widthMm > 20 && piece.kind !== 'mat' && !ground}
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
