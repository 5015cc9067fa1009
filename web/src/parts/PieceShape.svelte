<svelte:options namespace="svg" />

<script lang="ts">
  import type { DesignPiece, Image } from '../api/client';
  import PictureOnPiece from './PictureOnPiece.svelte';

  // A piece of a card as it will be, from its own corner: its paper with the ground that its work leaves.
  let {
    piece,
    image,
    shadow,
    card = 1,
  }: { piece: DesignPiece; image: Image | null; shadow: string; card?: number } = $props();

  const own = $props.id();
  const ground = $derived(piece.grounds[0]);
  /** What the ground lies on, from the piece's corner: the sheet that it is cut out of, or the piece itself. */
  const sheet = $derived({
    x: -(piece.fromPicture?.leftMm ?? 0),
    y: -(piece.fromPicture?.topMm ?? 0),
    width: piece.fromPicture?.sheet.width ?? piece.widthMm,
    height: piece.fromPicture?.sheet.height ?? piece.heightMm,
  });
  const pictured = $derived(piece.kind === 'image' || piece.fromPicture !== null);
  // The sheet, and the opening in the middle of a frame.
  const outline = $derived.by(() => {
    const around = (left: number, top: number, width: number, height: number) =>
      `M${left} ${top}h${width}v${height}h${-width}z`;
    const { widthMm, heightMm, window: open } = piece;
    const whole = around(0, 0, widthMm, heightMm);
    return open
      ? whole + around((widthMm - open.width) / 2, (heightMm - open.height) / 2, open.width, open.height)
      : whole;
  });
</script>

<path
  d={outline}
  fill-rule="evenodd"
  fill={piece.coloursOnCards[card - 1] ?? piece.paperColour}
  stroke="#1d2026"
  stroke-opacity="0.18"
  stroke-width="0.15"
  filter="url(#{shadow})"
/>
{#if ground}
  <clipPath id="{own}-paper"><path d={outline} clip-rule="evenodd" /></clipPath>
  <image clip-path="url(#{own}-paper)" href={ground} {...sheet} preserveAspectRatio="none" />
{/if}
{#if pictured && image}
  <PictureOnPiece {piece} {image} />
{:else if piece.widthMm > 20 && piece.kind !== 'mat' && !ground && !piece.window}
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
