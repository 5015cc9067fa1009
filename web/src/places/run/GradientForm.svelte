<script lang="ts">
  import type { Gradient, Named, Supply } from '../../api/client';
  import { gradientWords } from '../../parts/words';
  import NamedPart from './NamedPart.svelte';

  // Two to four colours that pass into each other, and how.
  let {
    colourants,
    first,
    into,
    gradient,
    showing = $bindable(),
    change,
  }: {
    colourants: Supply[];
    first: Named;
    into: Named[];
    gradient: Gradient;
    /** It is being shown on the picture: by a stroke, or by tapping points. */
    showing: boolean;
    change: (hues: { middle: Named; into: Named[] }, gradient: Gradient) => void;
  } = $props();

  const own = $props.id();
  const ordinals = ['first', 'second', 'third', 'fourth'];
  const axes = [
    ['x', 'from the left'],
    ['y', 'from above'],
  ] as const;
  const ways = Object.entries(gradientWords) as [Gradient['way'], string][];
  const hues = $derived([first, ...into]);
  const drops = $derived(gradient.way === 'dropIns');
  const pointed = $derived(drops || gradient.way === 'fromPoint');
  const points = $derived(gradient.points ?? []);

  const withHues = (all: Named[]) => {
    const [middle, ...others] = all;
    if (middle) change({ middle, into: others }, gradient);
  };
  const put = (place: number, hue: Named | null) =>
    withHues(
      hue === null
        ? hues.filter((_, at) => at !== place)
        : place < hues.length
          ? hues.map((old, at) => (at === place ? hue : old))
          : [...hues, hue],
    );
  const how = (changed: Partial<Gradient>) => {
    const next = { ...gradient, ...changed };
    if (changed.way) next.points = [];
    change({ middle: first, into: changed.way === 'dropIns' ? into.slice(0, 1) : into }, next);
  };
  const move = (place: number, to: { x: number; y: number }) =>
    how({ points: points.map((point, at) => (at === place ? to : point)) });
  // Of one colour dropped into another there are two; else one more may be named, up to four.
  const rows = $derived(
    Array.from({ length: drops ? 2 : Math.min(4, Math.max(2, hues.length + 1)) }, (_, at) => at),
  );
</script>

{#each rows as place (place)}
  <NamedPart
    label={ordinals[place] ?? ''}
    optional={place > 1}
    none="no more"
    {colourants}
    value={hues[place] ?? null}
    change={(hue) => put(place, hue)}
  />
{/each}
<div class="flex flex-wrap items-center gap-x-4 gap-y-2">
  <label class="flex items-center gap-2" for="{own}-way">
    They go
    <select
      id="{own}-way"
      class="select w-56"
      value={gradient.way}
      onchange={(event) => how({ way: event.currentTarget.value as Gradient['way'] })}
    >
      {#each ways as [way, words] (way)}<option value={way}>{words}</option>{/each}
    </select>
  </label>
  {#if gradient.way === 'across'}
    <label class="flex items-center gap-2" for="{own}-degrees">
      <svg width="26" height="26" viewBox="-13 -13 26 26" role="img" aria-label="The way they go">
        <g transform="rotate({gradient.degrees})" fill="none" stroke="#1f3a63" stroke-width="2">
          <path d="M-10 0H9M3 -5 9 0 3 5" />
        </g>
      </svg>
      <input
        id="{own}-degrees"
        class="input w-20"
        type="number"
        min="0"
        max="359"
        step="1"
        aria-label="Direction in degrees: 0 to the right, 90 down"
        value={gradient.degrees}
        onchange={(event) => how({ degrees: event.currentTarget.valueAsNumber || 0 })}
      />°
    </label>
  {/if}
  {#if gradient.way === 'across' || pointed}
    <button
      type="button"
      class={['btn btn-line', showing && 'btn-active']}
      aria-pressed={showing}
      onclick={() => (showing = !showing)}
    >
      {pointed ? 'Tap it on the picture' : 'Draw it on the picture'}
    </button>
  {/if}
  {#if !drops}
    <label class="flex items-center gap-2" for="{own}-softness">
      narrow seam
      <input
        id="{own}-softness"
        class="range range-sm w-28"
        type="range"
        min="0.1"
        max="1"
        step="0.1"
        aria-label="How soft: from a narrow seam to soft all over"
        value={gradient.softness}
        onchange={(event) => how({ softness: event.currentTarget.valueAsNumber })}
      />
      soft
    </label>
  {/if}
</div>
{#if pointed}
  <div class="flex flex-wrap items-center gap-2 text-sm">
    {#each points as point, place (place)}
      <span class="flex items-center gap-1">
        at
        {#each axes as [axis, words] (axis)}
          <input
            class="input input-sm w-20"
            type="number"
            step="0.1"
            aria-label="Millimetres {words}, point {place + 1}"
            value={point[axis]}
            onchange={(event) => move(place, { ...point, [axis]: event.currentTarget.valueAsNumber || 0 })}
          />
        {/each}
        mm
        <button
          type="button"
          class="btn btn-square btn-ghost btn-sm"
          aria-label="Take point {place + 1} away"
          onclick={() => how({ points: points.filter((_, at) => at !== place) })}>×</button
        >
      </span>
    {/each}
    {#if drops || points.length === 0}
      <button
        type="button"
        class="btn btn-ghost btn-sm"
        onclick={() => how({ points: [...points, points.at(-1) ?? { x: 0, y: 0 }] })}>Type a point</button
      >
    {/if}
  </div>
{/if}
