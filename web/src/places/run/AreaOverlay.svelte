<svelte:options namespace="svg" />

<script lang="ts">
  import type { Image } from '../../api/client';

  // Areas told apart by number and pattern, picked with a pointer; the list beside the picture does the same by keyboard.
  let {
    image,
    chosen,
    pick,
    tapping = false,
    times = 1,
    short = [],
    stroke,
  }: {
    image: Image;
    chosen: number[];
    pick?: (area: number) => void;
    /** Areas are picked as the pointer comes down on them, and as it is drawn over them. */
    tapping?: boolean;
    /** How many times nearer than the whole it is seen: numbers stay as large as they are on the screen. */
    times?: number;
    /** Gaps that could be bridged: from line to line, in mm. */
    short?: { x: number; y: number }[][];
    /** Given while a cut is drawn: its two ends, in mm. */
    stroke?: (from: { x: number; y: number }, to: { x: number; y: number }) => void;
  } = $props();

  const id = $props.id();
  const size = $derived((Math.max(image.widthMm, image.heightMm) * 0.026) / times);
  let over: number[] = []; // areas that the pointer was drawn over since it came down
  let line = $state<{ x1: number; y1: number; x2: number; y2: number }>();

  function handle(group: SVGGElement) {
    const point = (event: PointerEvent) => {
      const matrix = group.getScreenCTM();
      return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix?.inverse());
    };
    const areaOf = (event: Event) =>
      event.target instanceof Element ? Number(event.target.getAttribute('data-area')) : 0;
    const enter = (event: PointerEvent) => {
      const area = areaOf(event);
      if (!tapping || !area || over.includes(area) || (event.buttons & 1) === 0) return;
      over.push(area);
      pick?.(area);
    };
    const down = (event: PointerEvent) => {
      if (tapping) {
        over = [];
        // A finger is held by what it came down on; it is to be let go, so that it can be drawn over others.
        if (event.target instanceof Element && event.target.hasPointerCapture(event.pointerId))
          event.target.releasePointerCapture(event.pointerId);
        enter(event);
      }
      if (!stroke) return;
      event.preventDefault();
      const { x, y } = point(event);
      line = { x1: x, y1: y, x2: x, y2: y };
      group.setPointerCapture(event.pointerId);
    };
    const move = (event: PointerEvent) => {
      if (!line) return;
      const { x, y } = point(event);
      line = { ...line, x2: x, y2: y };
    };
    const up = () => {
      if (!line) return;
      const { x1, y1, x2, y2 } = line;
      line = undefined;
      stroke?.({ x: x1, y: y1 }, { x: x2, y: y2 });
    };
    const click = (event: Event) => {
      const area = areaOf(event);
      if (!stroke && !tapping && area) pick?.(area);
    };
    group.addEventListener('pointerdown', down);
    group.addEventListener('pointerover', enter);
    group.addEventListener('pointermove', move);
    group.addEventListener('pointerup', up);
    group.addEventListener('click', click);
    return () => {
      group.removeEventListener('pointerdown', down);
      group.removeEventListener('pointerover', enter);
      group.removeEventListener('pointermove', move);
      group.removeEventListener('pointerup', up);
      group.removeEventListener('click', click);
    };
  }
</script>

<defs>
  <pattern id="{id}-hatch" width="2" height="2" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <rect width="2" height="2" fill="#1f3a63" opacity="0.06" />
    <rect width="0.3" height="2" fill="#1f3a63" opacity="0.7" />
  </pattern>
  <pattern id="{id}-notPart" width="3" height="3" patternUnits="userSpaceOnUse">
    <path d="M0.8 0.8l1.4 1.4M2.2 0.8l-1.4 1.4" stroke="#6d7076" stroke-width="0.3" />
  </pattern>
  <pattern id="{id}-leaveWhite" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
    <circle cx="1.2" cy="1.2" r="0.55" fill="none" stroke="#1f3a63" stroke-width="0.22" />
  </pattern>
  <pattern id="{id}-redraw" width="2.4" height="2.4" patternUnits="userSpaceOnUse">
    <path d="M0 1.2q0.6-0.8 1.2 0t1.2 0" fill="none" stroke="#a8480f" stroke-width="0.3" />
  </pattern>
</defs>
<g
  {@attach handle}
  style:cursor={stroke ? 'crosshair' : pick ? 'pointer' : 'default'}
  style:touch-action={stroke || tapping ? 'none' : undefined}
>
  <rect width={image.widthMm} height={image.heightMm} fill="transparent" />
  {#each image.areas as area (area.id)}
    {@const on = chosen.includes(area.id)}
    <path
      d={area.outline}
      fill-rule="evenodd"
      data-area={area.id}
      fill={on ? `url(#${id}-hatch)` : area.mark ? `url(#${id}-${area.mark})` : 'transparent'}
      stroke={on ? '#1f3a63' : 'none'}
      stroke-width="0.7"
    />
  {/each}
  {#each short as gap (gap)}
    <polyline
      points={gap.map(({ x, y }) => `${x},${y}`).join(' ')}
      fill="none"
      stroke="#a8480f"
      stroke-width="0.8"
      pointer-events="none"
      data-gap
    />
  {/each}
  {#if line}<line {...line} stroke="#a8480f" stroke-width="0.8" stroke-linecap="round" />{/if}
</g>
<g
  pointer-events="none"
  font-size={size}
  text-anchor="middle"
  fill="#1d2026"
  stroke="#ffffff"
  stroke-width={size * 0.22}
  paint-order="stroke"
>
  {#each image.areas as area (area.id)}
    {@const scale = Math.min(1, Math.max(0.6, (times * Math.sqrt(area.sizeMm2)) / 10))}
    <text x={area.centre.x} y={area.centre.y + size * 0.35 * scale} font-size={size * scale}>{area.id}</text>
  {/each}
</g>
