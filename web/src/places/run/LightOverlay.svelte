<svelte:options namespace="svg" />

<script lang="ts">
  import type { Image, ImageLight } from '../../api/client';

  // Shadow hatched, light dotted, kept white plain; and the dial: where the light comes from.
  let {
    image,
    light,
    chosen,
    pick,
    turn,
    goFrom,
  }: {
    image: Image;
    light: ImageLight;
    chosen: number[];
    pick: (area: number) => void;
    turn: (degrees: number) => void;
    /** Sets the point from which petals go out. */
    goFrom: (point: { x: number; y: number }) => void;
  } = $props();

  const id = $props.id();
  const middle = $derived({ x: image.widthMm / 2, y: image.heightMm / 2 });
  const reach = $derived(Math.min(image.widthMm, image.heightMm) * 0.46);
  const size = $derived(Math.max(image.widthMm, image.heightMm) * 0.022);
  const angle = $derived((light.degrees * Math.PI) / 180);
  const lamp = $derived({ x: middle.x + reach * Math.cos(angle), y: middle.y + reach * Math.sin(angle) });
  const rule = $derived(light.own[String(chosen[0])] ?? light.rule);
  const from = $derived(rule.from ?? middle);
  const rays = Array.from({ length: 8 }, (_, ray) => (ray * Math.PI) / 4);

  const arrows: Record<string, number> = { ArrowLeft: -5, ArrowDown: -5, ArrowRight: 5, ArrowUp: 5 };
  function press(event: KeyboardEvent) {
    const step = arrows[event.key];
    if (!step) return;
    event.preventDefault();
    turn((light.degrees + step + 360) % 360);
  }
  const steps: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  function step(event: KeyboardEvent) {
    const by = steps[event.key];
    if (!by) return;
    event.preventDefault();
    goFrom({ x: from.x + by[0], y: from.y + by[1] });
  }
  type Held = PointerEvent & { currentTarget: SVGGElement };
  /** Where a handle is dragged to, in mm; nothing while it is only passed over. */
  function dragged(event: Held) {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return undefined;
    const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM();
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix?.inverse());
    return { x, y };
  }
  function drag(event: Held) {
    const at = dragged(event);
    if (at) turn(((Math.atan2(at.y - middle.y, at.x - middle.x) * 180) / Math.PI + 360) % 360);
  }
  function dragFrom(event: Held) {
    const at = dragged(event);
    if (at) goFrom(at);
  }
</script>

<defs>
  <pattern
    id="{id}-shadow"
    width="1.5"
    height="1.5"
    patternUnits="userSpaceOnUse"
    patternTransform="rotate(45)"
  >
    <rect width="0.5" height="1.5" fill="#1d2026" opacity="0.7" />
  </pattern>
  <pattern id="{id}-light" width="2" height="2" patternUnits="userSpaceOnUse">
    <circle cx="1" cy="1" r="0.42" fill="#b98a00" />
  </pattern>
</defs>
{#each image.areas as area (area.id)}
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (the list beside the picture does the same by keyboard) -->
  <path
    d={area.outline}
    fill-rule="evenodd"
    fill={chosen.includes(area.id) ? '#1f3a63' : '#ffffff'}
    fill-opacity={chosen.includes(area.id) ? 0.16 : 0}
    onclick={() => pick(area.id)}
    style:cursor="pointer"
  />
{/each}
<g pointer-events="none">
  {#each light.zones as zone (zone.id)}
    <path d={zone.shadow} fill-rule="evenodd" fill="url(#{id}-shadow)" />
    <path d={zone.light} fill-rule="evenodd" fill="url(#{id}-light)" />
    <path
      d={zone.white}
      fill-rule="evenodd"
      fill="#ffffff"
      stroke="#1d2026"
      stroke-width="0.25"
      stroke-dasharray="0.8 0.6"
    />
  {/each}
</g>
<circle
  cx={middle.x}
  cy={middle.y}
  r={reach}
  fill="none"
  stroke="#a8480f"
  stroke-width="0.35"
  stroke-dasharray="1.2 1.6"
/>
<g
  class="lamp"
  role="slider"
  tabindex="0"
  aria-label="Where the light comes from"
  aria-valuemin="0"
  aria-valuemax="359"
  aria-valuenow={Math.round(light.degrees)}
  aria-valuetext="{Math.round(light.degrees)} degrees, clockwise from the right"
  style:cursor="grab"
  style:touch-action="none"
  onkeydown={press}
  onpointerdown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
  onpointermove={drag}
>
  <circle cx={lamp.x} cy={lamp.y} r={size * 2.4} fill="transparent" />
  {#each rays as ray (ray)}
    <line
      x1={lamp.x + size * 1.25 * Math.cos(ray)}
      y1={lamp.y + size * 1.25 * Math.sin(ray)}
      x2={lamp.x + size * 1.9 * Math.cos(ray)}
      y2={lamp.y + size * 1.9 * Math.sin(ray)}
      stroke="#a8480f"
      stroke-width={size * 0.28}
      stroke-linecap="round"
    />
  {/each}
  <circle cx={lamp.x} cy={lamp.y} r={size} fill="#ffd24a" stroke="#a8480f" stroke-width={size * 0.25} />
</g>

{#if rule.style === 'centreOut'}
  <g
    class="lamp"
    role="button"
    tabindex="0"
    aria-label="Where petals go out from; move it by dragging or with the arrow keys"
    transform="translate({from.x} {from.y})"
    style:cursor="move"
    style:touch-action="none"
    onkeydown={step}
    onpointerdown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
    onpointermove={dragFrom}
  >
    <circle r={size * 2.4} fill="transparent" />
    <circle r={size * 0.8} fill="#ffffff" stroke="#a8480f" stroke-width={size * 0.25} />
    <path
      d="M{-size * 1.6} 0h{size * 3.2}M0 {-size * 1.6}v{size * 3.2}"
      stroke="#a8480f"
      stroke-width={size * 0.2}
    />
  </g>
{/if}

<style>
  .lamp:focus-visible {
    outline: 0.8px solid #1f3a63;
  }
</style>
