<script lang="ts">
  import type { Placed, Scene, Stamp } from '../../../api/client';

  // The panel with what is placed on it; what goes over its edge is seen faintly.
  let {
    scene,
    chosen = $bindable(),
    shown,
    paper,
    edit,
  }: {
    scene: Scene;
    chosen?: string;
    /** What a step is about: hatched. */
    shown: string[];
    paper: string;
    edit: (id: string, values: Partial<Placed>) => void;
  } = $props();

  const id = $props.id();
  const stamps = $derived(new Map(scene.stamps.map((stamp) => [stamp.id, stamp])));
  const margin = $derived(Math.max(scene.widthMm, scene.heightMm) * 0.09);
  const number = $derived(
    new Map(
      scene.steps
        .filter((s) => s.kind === 'print' || s.kind === 'trace')
        .flatMap((s) => s.prints)
        .map((print, i) => [print, i + 1]),
    ),
  );
  const size = $derived(Math.max(scene.widthMm, scene.heightMm) * 0.03);

  let stage = $state<SVGGElement>();
  let held = $state<{
    id: string;
    turning: boolean;
    dx: number;
    dy: number;
    x: number;
    y: number;
    degrees: number;
  }>();

  /** A placed stamp where it is held right now. */
  const at = (placed: Placed) =>
    held?.id === placed.id ? { ...placed, x: held.x, y: held.y, degrees: held.degrees } : placed;
  const place = (p: Placed) =>
    `translate(${p.x} ${p.y}) rotate(${p.degrees})${p.mirrored ? ' scale(-1 1)' : ''}`;
  /** What a print covers: its silhouette without the parts that are open. */
  const covers = (placed: Placed, stamp: Stamp) =>
    [stamp, ...stamp.enclosed.filter((part) => placed.open.includes(part.id))]
      .map((part) => part.outline)
      .join('');
  /** Where the handle is by which it is turned: above its upper edge. */
  const handle = (stamp: Stamp) => -stamp.heightMm / 2 - size * 1.2;

  function point(event: PointerEvent) {
    return new DOMPoint(event.clientX, event.clientY).matrixTransform(stage?.getScreenCTM()?.inverse());
  }
  function grip(placed: Placed, turning: boolean) {
    return (node: SVGGraphicsElement) => {
      const down = (event: PointerEvent) => {
        event.preventDefault();
        event.stopPropagation();
        chosen = placed.id;
        const from = point(event);
        held = {
          id: placed.id,
          turning,
          dx: placed.x - from.x,
          dy: placed.y - from.y,
          x: placed.x,
          y: placed.y,
          degrees: placed.degrees,
        };
        node.setPointerCapture(event.pointerId);
      };
      const move = (event: PointerEvent) => {
        if (!held || !node.hasPointerCapture(event.pointerId)) return;
        const to = point(event);
        if (!held.turning) return (held = { ...held, x: to.x + held.dx, y: to.y + held.dy });
        const degrees = (Math.atan2(to.y - held.y, to.x - held.x) * 180) / Math.PI + 90;
        // Right angles are easy to hit.
        const square = Math.round(degrees / 90) * 90;
        held = { ...held, degrees: (Math.abs(degrees - square) < 4 ? square : Math.round(degrees)) % 360 };
      };
      const up = () => {
        if (!held) return;
        const { x, y, degrees } = held;
        held = undefined;
        if (x !== placed.x || y !== placed.y || degrees !== placed.degrees)
          edit(placed.id, { x, y, degrees });
      };
      node.addEventListener('pointerdown', down);
      node.addEventListener('pointermove', move);
      const cancel = () => (held = undefined);
      node.addEventListener('pointerup', up);
      node.addEventListener('pointercancel', cancel);
      return () => {
        node.removeEventListener('pointerdown', down);
        node.removeEventListener('pointermove', move);
        node.removeEventListener('pointerup', up);
        node.removeEventListener('pointercancel', cancel);
      };
    };
  }

  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  function press(placed: Placed, event: KeyboardEvent) {
    const arrow = arrows[event.key];
    const step = event.shiftKey ? 5 : 1;
    if (arrow) edit(placed.id, { x: placed.x + arrow[0] * step, y: placed.y + arrow[1] * step });
    else if (event.key === ',' || event.key === '.')
      edit(placed.id, { degrees: (placed.degrees + (event.key === ',' ? -step : step)) % 360 });
    else return;
    event.preventDefault();
  }
</script>

<div class="max-h-[66vh]" style:aspect-ratio="{scene.widthMm + 2 * margin} / {scene.heightMm + 2 * margin}">
  <svg
    viewBox="{-margin} {-margin} {scene.widthMm + 2 * margin} {scene.heightMm + 2 * margin}"
    class="block h-full w-full"
    role="group"
    aria-label="The panel with {scene.frontFirst.length} prints"
  >
    <defs>
      <pattern
        id="{id}-hatch"
        width="2"
        height="2"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="2" height="2" fill="#a8480f" opacity="0.12" />
        <rect width="0.5" height="2" fill="#a8480f" opacity="0.8" />
      </pattern>
    </defs>
    <rect width={scene.widthMm} height={scene.heightMm} fill={paper} class="card-paper" />
    <g bind:this={stage}>
      {#each scene.frontFirst.toReversed() as placed (placed.id)}
        {@const stamp = stamps.get(placed.stamp)}
        {@const now = at(placed)}
        {#if stamp}
          <g
            transform={place(now)}
            {@attach grip(placed, false)}
            role="button"
            tabindex="0"
            aria-label="{placed.name}; move it by dragging or with the arrow keys, turn it with comma and full stop"
            aria-pressed={chosen === placed.id}
            onkeydown={(event) => press(placed, event)}
            onfocus={() => (chosen = placed.id)}
            style:cursor="grab"
            style:touch-action="none"
            opacity={scene.generations[placed.generation - 1]?.depth ?? 1}
            data-placed={placed.id}
          >
            <path d={covers(placed, stamp)} fill={paper} fill-rule="evenodd" />
            {#if placed.as === 'stamped'}
              <image
                pointer-events="none"
                href={stamp.lineUrl}
                x={-stamp.widthMm / 2}
                y={-stamp.heightMm / 2}
                width={stamp.widthMm}
                height={stamp.heightMm}
              />
            {/if}
            <path
              d={covers(placed, stamp)}
              fill={shown.includes(placed.id) ? `url(#${id}-hatch)` : 'transparent'}
              fill-rule="evenodd"
              stroke={chosen === placed.id ? '#1f3a63' : placed.as === 'stamped' ? 'none' : '#6d7076'}
              stroke-width={chosen === placed.id ? 0.7 : 0.35}
              stroke-dasharray={placed.as === 'traced'
                ? '1.4 1'
                : placed.as === 'stencilled'
                  ? '3 1'
                  : undefined}
            />
          </g>
        {/if}
      {/each}
    </g>
    <path
      d="M{-margin} {-margin}h{scene.widthMm + 2 * margin}v{scene.heightMm + 2 * margin}h{-scene.widthMm -
        2 * margin}zM0 0v{scene.heightMm}h{scene.widthMm}v{-scene.heightMm}z"
      fill="var(--color-base-100)"
      opacity="0.72"
      pointer-events="none"
    />
    <rect
      width={scene.widthMm}
      height={scene.heightMm}
      fill="none"
      stroke="#6d7076"
      stroke-width="0.3"
      pointer-events="none"
    />
    <g pointer-events="none" text-anchor="middle" fill="#1d2026" stroke="#ffffff" paint-order="stroke">
      {#each scene.frontFirst as placed (placed.id)}
        {@const now = at(placed)}
        {@const letter = placed.fill ? size * 0.6 : size}
        {#if number.has(placed.id)}
          <text x={now.x} y={now.y + letter * 0.35} font-size={letter} stroke-width={letter * 0.25}
            >{number.get(placed.id)}</text
          >
        {/if}
      {/each}
    </g>
    {#each scene.frontFirst.filter((placed) => placed.id === chosen) as placed (placed.id)}
      {@const stamp = stamps.get(placed.stamp)}
      {#if stamp}
        {#if stamp.enclosed.length > 1}
          <g pointer-events="none" text-anchor="middle" fill="#1f3a63" font-size={size * 0.7}>
            {#each stamp.enclosed as part (part.id)}
              {@const now = at(placed)}
              <text
                transform="{place(now)} translate({part.x} {part.y}){now.mirrored
                  ? ' scale(-1 1)'
                  : ''} rotate({-now.degrees})"
                y={size * 0.25}>part {part.id}</text
              >
            {/each}
          </g>
        {/if}
        <g transform={place({ ...at(placed), mirrored: false })}>
          <line y1={-stamp.heightMm / 2} y2={handle(stamp)} stroke="#1f3a63" stroke-width="0.4" />
          <circle
            {@attach grip(placed, true)}
            cy={handle(stamp)}
            r={size * 0.7}
            fill="#ffffff"
            stroke="#1f3a63"
            stroke-width="0.5"
            style:cursor="grab"
            style:touch-action="none"
          />
        </g>
      {/if}
    {/each}
  </svg>
</div>
