<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Image } from '../api/client';
  import { middle, moved, nearer, timesNear, type Place, type View } from '../state/closeView';

  // A picture that comes nearer: by wheel, two fingers, double tap, keys or buttons. One finger moves it, unless it draws.
  let {
    image,
    drawing = false,
    near,
    label,
    children,
  }: {
    image: Image;
    /** One pointer does something else: it colours areas, or cuts them. */
    drawing?: boolean;
    /** Where it comes by itself, each time that this changes. */
    near?: (whole: View) => View;
    label: string;
    children: Snippet<[View, number]>;
  } = $props();

  const step = 1.5; // times nearer with a key or a button
  const least = 5; // CSS pixels that a pointer moves before it moves the picture: less is a tap

  const margin = $derived(Math.max(image.widthMm, image.heightMm) * 0.04);
  const whole = $derived<View>({
    x: -margin,
    y: -margin,
    width: image.widthMm + 2 * margin,
    height: image.heightMm + 2 * margin,
  });
  // Goes back to where it comes by itself when that changes; a maker's moves stand until then.
  let view = $derived(near ? near(whole) : whole);
  const times = $derived(timesNear(view, whole));

  const by = (factor: number, about: Place = middle(view)) => (view = nearer(view, whole, about, factor));
  const go = (across: number, down: number) =>
    (view = moved(view, whole, { x: across * view.width * 0.2, y: down * view.height * 0.2 }));
  const keys: Record<string, () => void> = {
    '+': () => by(step),
    '=': () => by(step),
    '-': () => by(1 / step),
    '0': () => (view = whole),
    ArrowLeft: () => go(-1, 0),
    ArrowRight: () => go(1, 0),
    ArrowUp: () => go(0, -1),
    ArrowDown: () => go(0, 1),
  };

  function handle(box: HTMLElement) {
    let fingers: { id: number; at: Place }[] = [];
    let wandered = 0;
    const placeOf = (at: Place) => {
      const matrix = box.querySelector('svg')?.getScreenCTM();
      return matrix ? new DOMPoint(at.x, at.y).matrixTransform(matrix.inverse()) : middle(view);
    };
    const between = (a: Place, b: Place) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
    const apart = (a: Place, b: Place) => Math.hypot(a.x - b.x, a.y - b.y);
    const shift = (from: Place, to: Place) => {
      const [a, b] = [placeOf(from), placeOf(to)];
      view = moved(view, whole, { x: a.x - b.x, y: a.y - b.y });
    };
    const down = (event: PointerEvent) => {
      fingers = [...fingers, { id: event.pointerId, at: { x: event.clientX, y: event.clientY } }];
      if (fingers.length === 1) wandered = 0;
    };
    const move = (event: PointerEvent) => {
      const finger = fingers.find((one) => one.id === event.pointerId);
      if (!finger) return;
      const [from, to] = [finger.at, { x: event.clientX, y: event.clientY }];
      const other = fingers.find((one) => one !== finger)?.at;
      finger.at = to;
      wandered += apart(from, to);
      if (other) {
        shift(between(from, other), between(to, other));
        if (apart(from, other) > 0) by(apart(to, other) / apart(from, other), placeOf(between(to, other)));
      } else if (!drawing && times > 1 && wandered > least) shift(from, to);
    };
    const up = (event: PointerEvent) => (fingers = fingers.filter((one) => one.id !== event.pointerId));
    // What moved the picture is no tap on what lies under it.
    const click = (event: MouseEvent) => {
      if (drawing || times === 1 || wandered <= least) return;
      event.stopPropagation();
      event.preventDefault();
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      by(Math.exp(-event.deltaY / 400), placeOf({ x: event.clientX, y: event.clientY }));
    };
    const twice = (event: MouseEvent) => {
      if (!drawing) by(2, placeOf({ x: event.clientX, y: event.clientY }));
    };
    const quiet = { capture: true };
    box.addEventListener('pointerdown', down, quiet);
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
    box.addEventListener('click', click, quiet);
    box.addEventListener('wheel', wheel, { passive: false });
    box.addEventListener('dblclick', twice);
    return () => {
      box.removeEventListener('pointerdown', down, quiet);
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
      box.removeEventListener('click', click, quiet);
      box.removeEventListener('wheel', wheel);
      box.removeEventListener('dblclick', twice);
    };
  }

  function key(event: KeyboardEvent) {
    const act = event.ctrlKey || event.metaKey || event.altKey ? undefined : keys[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }
</script>

<div class="relative h-full w-full">
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <div
    class="h-full w-full"
    style:touch-action={times > 1 ? 'none' : 'pan-y'}
    role="group"
    aria-label="{label}: plus and minus bring it nearer or farther, arrows move it, 0 shows all of it"
    tabindex="0"
    onkeydown={key}
    {@attach handle}
  >
    {@render children(view, times)}
  </div>
  <div class="join absolute right-0 bottom-0 rounded bg-base-100/90">
    <button class="join-item btn btn-square btn-ghost btn-sm" aria-label="Nearer" onclick={() => by(step)}
      >+</button
    >
    {#if times > 1}
      <button
        class="join-item btn btn-square btn-ghost btn-sm"
        aria-label="Farther"
        onclick={() => by(1 / step)}
      >
        −
      </button>
      <button class="join-item btn btn-ghost btn-sm" onclick={() => (view = whole)}>Whole</button>
    {/if}
  </div>
</div>
