<svelte:options namespace="svg" />

<script lang="ts">
  import type { DesignPiece, Image } from '../api/client';

  // The picture as it lies on a piece of a card: all of it, or the part that the piece is cut out of it.
  let { piece, image }: { piece: DesignPiece; image: Image } = $props();

  const seen = $derived(
    piece.fromPicture
      ? `${piece.fromPicture.leftMm} ${piece.fromPicture.topMm} ${piece.widthMm} ${piece.heightMm}`
      : `0 0 ${image.widthMm} ${image.heightMm}`,
  );
</script>

<svg viewBox={seen} width={piece.widthMm} height={piece.heightMm} preserveAspectRatio="xMidYMid meet">
  {#each image.areas.filter((area) => area.printed) as area (area.id)}
    <path d={area.outline} fill={area.printed} fill-rule="evenodd" style:mix-blend-mode="multiply" />
  {/each}
  <image href={image.lineUrl} width={image.widthMm} height={image.heightMm} />
</svg>
