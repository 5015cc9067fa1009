<script lang="ts">
  /** Points over a picture, corners or single places, moved by dragging or by the arrow keys; in its pixels. */
  type Point = { x: number; y: number };
  let {
    corners = $bindable(),
    width,
    height,
    of,
    called,
  }: {
    corners: Point[];
    width: number;
    height: number;
    of: string;
    /** What each is a place on; corners where it is left out. */
    called?: string[];
  } = $props();

  const places = ['first', 'second', 'third', 'fourth'];
  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  let stage = $state<HTMLElement>();

  function move(index: number, x: number, y: number) {
    corners[index] = { x: Math.min(width - 1, Math.max(0, x)), y: Math.min(height - 1, Math.max(0, y)) };
  }
  function drag(index: number, event: PointerEvent & { currentTarget: HTMLElement }) {
    if (!event.currentTarget.hasPointerCapture(event.pointerId) || !stage) return;
    const box = stage.getBoundingClientRect();
    move(
      index,
      ((event.clientX - box.left) / box.width) * width,
      ((event.clientY - box.top) / box.height) * height,
    );
  }
  function press(index: number, corner: Point, event: KeyboardEvent) {
    const arrow = arrows[event.key];
    if (!arrow) return;
    event.preventDefault();
    const step = event.shiftKey ? 20 : 2;
    move(index, corner.x + arrow[0] * step, corner.y + arrow[1] * step);
  }
</script>

<div class="absolute inset-0" bind:this={stage}>
  {#if !called}<svg
      class="pointer-events-none absolute inset-0 h-full w-full"
      viewBox="0 0 {width} {height}"
      aria-hidden="true"
    >
      <polygon
        points={corners.map((c) => `${c.x},${c.y}`).join(' ')}
        fill="none"
        stroke="#ffffff"
        stroke-width={width / 200}
      />
      <polygon
        points={corners.map((c) => `${c.x},${c.y}`).join(' ')}
        fill="none"
        stroke="#1d2026"
        stroke-dasharray="{width / 60} {width / 60}"
        stroke-width={width / 200}
      />
    </svg>{/if}
  {#each corners as corner, index (index)}
    <button
      type="button"
      class="absolute grid size-11 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none place-items-center"
      style:left="{(corner.x / width) * 100}%"
      style:top="{(corner.y / height) * 100}%"
      aria-label="{called
        ? `A place on ${called[index]} in ${of}`
        : `The ${places[index]} corner of ${of}`}; move it by dragging or with the arrow keys"
      onpointerdown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onpointermove={(event) => drag(index, event)}
      onkeydown={(event) => press(index, corner, event)}
    >
      <span class="size-5 rounded-full border-2 border-[#1d2026] bg-white/70"></span>
      {#if called}<span
          class="absolute top-9 rounded bg-white/85 px-1 text-sm whitespace-nowrap text-[#1d2026]"
          >{called[index]}</span
        >{/if}
    </button>
  {/each}
</div>
