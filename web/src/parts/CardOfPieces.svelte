<script lang="ts">
  import type { Design, Image } from '../api/client';
  import CardBase from './CardBase.svelte';
  import PieceShape from './PieceShape.svelte';

  // A card of pieces, with the one that is in hand marked, and what it is put onto; the others stand back.
  let {
    design,
    image,
    piece,
    onto = null,
    card = 1,
    label,
  }: {
    design: Design;
    image: Image | null;
    /** The piece in hand; one that is none of those on the front is the base, and none is all of them. */
    piece: string;
    onto?: string | null;
    /** Which of the run's cards: some may be of other papers. */
    card?: number;
    label: string;
  } = $props();

  const own = $props.id();
  const margin = 6; // mm, for shadows and what reaches beyond the card
  const marked = $derived(design.pieces.find((one) => one.id === piece));
  const inside = $derived(marked?.inside ?? false);
  const clear = (id: string) => piece === '' || id === piece || id === onto;
</script>

<svg
  viewBox="{-margin} {-margin} {design.widthMm + 2 * margin} {design.heightMm + 2 * margin}"
  class="block size-full"
  role="img"
  aria-label={label}
>
  <CardBase {design} id={own} {card} {inside} />
  {#each design.pieces.filter((one) => one.inside === inside) as one (one.id)}
    <g transform="translate({one.leftMm} {one.topMm})" opacity={clear(one.id) ? 1 : 0.35}>
      <PieceShape piece={one} {image} {card} shadow="{own}-{one.raisedMm > 0 ? 'raised' : 'flat'}" />
    </g>
  {/each}
  {#if piece !== ''}<rect
      x={marked?.leftMm ?? 0}
      y={marked?.topMm ?? 0}
      width={marked?.widthMm ?? design.widthMm}
      height={marked?.heightMm ?? design.heightMm}
      fill="none"
      stroke="#1f3a63"
      stroke-width="1"
    />{/if}
</svg>
