<script lang="ts">
  import type { Design, DesignPiece, Image } from '../../api/client';
  import CardBase from '../../parts/CardBase.svelte';
  import PieceShape from '../../parts/PieceShape.svelte';

  // The front of the closed card, true to size, with its pieces where they lie.
  let {
    design,
    image,
    chosen,
    choose,
    move,
    card,
    inside,
  }: {
    design: Design;
    image: Image | null;
    chosen: string | undefined;
    choose: (piece: string | undefined) => void;
    move: (piece: string, rightMm: number, downMm: number) => void;
    /** Which of the run's cards is shown: some may be of other papers. */
    card: number;
    inside: boolean;
  } = $props();

  const own = $props.id();
  const margin = 8; // mm, for pieces that reach beyond the card
  const steps: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  const inch = 25.4; // mm
  let svg = $state<SVGSVGElement>();
  let drag = $state<{ id: string; fromX: number; fromY: number; rightMm: number; downMm: number }>();

  const millimetres = (pixels: number) =>
    svg ? (pixels * (design.widthMm + 2 * margin)) / svg.clientWidth : 0;
  const left = (piece: DesignPiece) => piece.leftMm + (drag?.id === piece.id ? drag.rightMm : 0);
  const top = (piece: DesignPiece) => piece.topMm + (drag?.id === piece.id ? drag.downMm : 0);

  function press(event: KeyboardEvent, piece: DesignPiece) {
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    const by = design.inInches ? inch / (event.shiftKey ? 4 : 16) : event.shiftKey ? 5 : 1;
    move(piece.id, by * step[0], by * step[1]);
  }
  function take(event: PointerEvent & { currentTarget: SVGGElement }, piece: DesignPiece) {
    choose(piece.id);
    event.currentTarget.setPointerCapture(event.pointerId);
    drag = { id: piece.id, fromX: event.clientX, fromY: event.clientY, rightMm: 0, downMm: 0 };
  }
  function pull(event: PointerEvent) {
    if (!drag) return;
    const tenth = (mm: number) => Math.round(10 * mm) / 10;
    drag = {
      ...drag,
      rightMm: tenth(millimetres(event.clientX - drag.fromX)),
      downMm: tenth(millimetres(event.clientY - drag.fromY)),
    };
  }
  function drop() {
    if (drag && (drag.rightMm !== 0 || drag.downMm !== 0)) move(drag.id, drag.rightMm, drag.downMm);
    drag = undefined;
  }
</script>

<div class="mat p-3">
  <svg
    bind:this={svg}
    viewBox="{-margin} {-margin} {design.widthMm + 2 * margin} {design.heightMm + 2 * margin}"
    class="mx-auto block max-h-[62vh] w-full"
    style:aspect-ratio="{design.widthMm + 2 * margin} / {design.heightMm + 2 * margin}"
    role="group"
    aria-label="{inside ? 'The inside' : 'The front'} of the card, {design.width} x {design.height}"
  >
    <CardBase {design} id={own} {card} {inside} />
    {#each design.pieces.filter((piece) => piece.inside === inside) as piece (piece.id)}
      <g
        transform="translate({left(piece)} {top(piece)})"
        role="button"
        tabindex="0"
        aria-pressed={chosen === piece.id}
        aria-label="{piece.name}, {piece.left} from the left, {piece.top} from the top. Arrow keys move it."
        class="cursor-grab touch-none outline-none"
        onkeydown={(event) => press(event, piece)}
        onfocus={() => choose(piece.id)}
        onpointerdown={(event) => take(event, piece)}
        onpointermove={pull}
        onpointerup={drop}
        onpointercancel={() => (drag = undefined)}
      >
        <PieceShape {piece} {image} {card} shadow="{own}-{piece.raisedMm > 0 ? 'raised' : 'flat'}" />
        {#if chosen === piece.id}
          <rect
            width={piece.widthMm}
            height={piece.heightMm}
            fill="none"
            stroke="#1f3a63"
            stroke-width="0.7"
          />
        {/if}
      </g>
    {/each}
    {#if chosen}
      <g stroke="#1f3a63" stroke-width="0.2" stroke-dasharray="1.5 1.5" aria-hidden="true">
        {#each [1 / 3, 1 / 2, 2 / 3] as share (share)}
          <line x1={share * design.widthMm} x2={share * design.widthMm} y1="0" y2={design.heightMm} />
          <line x1="0" x2={design.widthMm} y1={share * design.heightMm} y2={share * design.heightMm} />
        {/each}
      </g>
    {/if}
  </svg>
</div>
