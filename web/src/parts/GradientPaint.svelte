<svelte:options namespace="svg" />

<script lang="ts">
  import type { GradientFill } from '../api/client';
  import { coloursOf, rings } from '../state/gradient';

  // Hues that pass into each other within an outline, as the server says what lies where.
  let {
    gradient,
    zone,
    d,
  }: { gradient: GradientFill; zone: 'whole' | 'light' | 'shadow'; /** The outline. */ d: string } = $props();

  const id = $props.id();
  const colours = $derived(coloursOf(gradient, zone));
  const all = $derived(rings(colours));
  const byFill = $derived(gradient.way === 'across' || gradient.way === 'fromPoint');
  const { from, to, reachMm } = $derived(gradient);
</script>

{#snippet stops()}
  {#each colours as colour, step (step)}
    <stop offset={step / (colours.length - 1)} stop-color={colour} />
  {/each}
{/snippet}

{#if byFill}
  <defs>
    {#if gradient.way === 'across'}
      <linearGradient
        id="{id}-hues"
        gradientUnits="userSpaceOnUse"
        x1={from.x}
        y1={from.y}
        x2={to.x}
        y2={to.y}
      >
        {@render stops()}
      </linearGradient>
    {:else}
      <radialGradient id="{id}-hues" gradientUnits="userSpaceOnUse" cx={from.x} cy={from.y} r={reachMm}>
        {@render stops()}
      </radialGradient>
    {/if}
  </defs>
  <path {d} fill="url(#{id}-hues)" fill-rule="evenodd" />
{:else}
  <clipPath id="{id}-area"><path {d} clip-rule="evenodd" /></clipPath>
  <g clip-path="url(#{id}-area)">
    {#if gradient.way === 'dropIns'}
      <path {d} fill={colours[0]} fill-rule="evenodd" />
      {#each all.slice(1) as ring (ring.at)}
        {#each gradient.points as point, place (place)}
          <circle cx={point.x} cy={point.y} r={reachMm * (1 - ring.at)} fill={ring.colour} />
        {/each}
      {/each}
    {:else}
      <path {d} fill={colours.at(-1)} fill-rule="evenodd" />
      {#each all.toReversed().slice(1) as ring (ring.at)}
        <path
          d={gradient.outline}
          fill="none"
          stroke={ring.colour}
          stroke-width={2 * reachMm * (ring.at + 0.5 / (all.length - 1))}
          stroke-linejoin="round"
        />
      {/each}
    {/if}
  </g>
{/if}
