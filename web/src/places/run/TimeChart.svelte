<script lang="ts">
  import type { Plan, Step } from '../../api/client';
  import { duration } from '../../state/clock.svelte';

  let { plan }: { plan: Plan } = $props();

  const id = $props.id();
  const [label, lane, top] = [72, 30, 30];
  let width = $state(1000);
  const end = $derived(Math.max(plan.finishSeconds, ...plan.steps.map((s) => s.drySeconds)));
  const x = (seconds: number) => label + ((width - label - 8) * seconds) / end;
  const y = (row: number) => top + row * lane;
  const apart = 110; // px, so that no two times touch
  const tick = $derived([300, 600, 900, 1800, 3600, 7200, 14400].find((t) => x(t) - x(0) >= apart) ?? 28800);
  const ticks = $derived(Array.from({ length: Math.floor(end / tick) + 1 }, (_, index) => index * tick));
  const height = $derived(y(plan.cards + 1) + 34);
  const passes = $derived(new Map(plan.passes.map((pass) => [pass.index, pass])));
  const colourOf = (pass: number) => passes.get(pass)?.mix.colour;
  // Where washes overlap in time the wettest shows: it is drawn last. What leaves nothing wet wets nothing.
  function spansOf(card: number) {
    const steps = plan.steps.filter((s) => s.card === card && s.drySeconds > s.endSeconds);
    const spans = (state: string, fill: string, from: (s: Step) => number, to: (s: Step) => number) =>
      steps.map((s) => ({ key: `${state}${s.number}`, from: from(s), to: to(s), fill }));
    return [
      ...spans(
        'damp',
        `url(#${id}-damp)`,
        (s) => s.dampSeconds,
        (s) => s.drySeconds,
      ),
      ...spans(
        'shining',
        `url(#${id}-shining)`,
        (s) => s.shiningSeconds,
        (s) => s.dampSeconds,
      ),
      ...spans(
        'wet',
        '#1d2026',
        (s) => s.startSeconds,
        (s) => s.shiningSeconds,
      ),
    ];
  }
  const legend = [
    { words: 'wet', fill: '#1d2026' },
    { words: 'shining', fill: 'shining' },
    { words: 'damp', fill: 'damp' },
  ];
</script>

<div bind:clientWidth={width} class="overflow-hidden">
  <svg
    {width}
    {height}
    role="img"
    aria-label="Time chart: hands, and what each of the {plan.cards} cards does"
    class="block text-sm"
  >
    <defs>
      <pattern id="{id}-shining" width="6" height="4" patternUnits="userSpaceOnUse">
        <rect width="6" height="4" fill="#8b9099" /><rect width="6" height="1.5" y="1.2" fill="#1d2026" />
      </pattern>
      <pattern id="{id}-damp" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="#cfd2d6" /><circle cx="1.4" cy="1.4" r="0.9" fill="#1d2026" /><circle
          cx="3.9"
          cy="3.9"
          r="0.9"
          fill="#1d2026"
        />
      </pattern>
    </defs>
    {#each ticks as at (at)}
      <line x1={x(at)} x2={x(at)} y1={top - 6} y2={y(plan.cards + 1)} stroke="#b9bbbe" />
      <text
        x={x(at)}
        y="14"
        text-anchor={at === 0 ? 'start' : x(at) > width - 40 ? 'end' : 'middle'}
        fill="currentColor">{at === 0 ? '0' : duration(at)}</text
      >
    {/each}
    <text x="0" y={y(0) + 18} font-weight="700" fill="currentColor">Hands</text>
    {#each plan.steps as step (step.number)}
      <rect
        x={x(step.startSeconds)}
        y={y(0) + 2}
        width={Math.max(1.5, x(step.endSeconds) - x(step.startSeconds) - 0.8)}
        height={lane - 8}
        rx="2"
        fill={colourOf(step.pass)}
        stroke="#1d2026"
        stroke-opacity="0.4"
        stroke-width="0.8"
      >
        <title>Step {step.number}, card {step.card}: {passes.get(step.pass)?.title}</title>
      </rect>
      {#if step.heatSeconds > 0}
        <path
          d="M{x(step.startSeconds) - 9} {y(0) + lane - 7}l4.5 -9l4.5 9z"
          fill="var(--color-warm)"
          stroke="#1d2026"
          stroke-width="0.8"
          ><title>Before step {step.number}: card {step.card} under the heat tool</title></path
        >
      {/if}
      {#if step.restSeconds > 0}
        <path
          d="M{x(step.startSeconds) - 4} {y(0) - 4}v{lane}"
          stroke="#1d2026"
          stroke-width="1.6"
          stroke-dasharray="2 3"><title>A rest before step {step.number}</title></path
        >
      {/if}
      {#if step.rinse}
        <rect x={x(step.startSeconds) - 3} y={y(0) - 2} width="2.4" height={lane} fill="var(--color-ink)" />
      {/if}
    {/each}
    {#each { length: plan.cards }, index (index)}
      <text x="0" y={y(index + 1) + 18} fill="currentColor">Card {index + 1}</text>
      <line x1={label} x2={width - 8} y1={y(index + 1) + 13} y2={y(index + 1) + 13} stroke="#6d7076" />
      {#each spansOf(index + 1) as span (span.key)}
        <rect
          x={x(span.from)}
          y={y(index + 1) + 4}
          width={Math.max(0, x(span.to) - x(span.from))}
          height="18"
          fill={span.fill}
        />
      {/each}
    {/each}
    <g transform="translate({label} {y(plan.cards + 1) + 12})" fill="currentColor">
      {#each legend as item, index (item.words)}
        <rect
          x={index * 96}
          width="22"
          height="14"
          fill={item.fill.startsWith('#') ? item.fill : `url(#${id}-${item.fill})`}
        />
        <text x={index * 96 + 28} y="12">{item.words}</text>
      {/each}
      <line x1="288" x2="310" y1="7" y2="7" stroke="#6d7076" /><text x="316" y="12">dry</text>
      <rect x="372" y="-2" width="3" height="18" fill="var(--color-ink)" /><text x="382" y="12"
        >rinse, next colour</text
      >
      {#if plan.steps.some((s) => s.heatSeconds > 0)}
        <path d="M516 13l4.5 -9l4.5 9z" fill="var(--color-warm)" stroke="#1d2026" stroke-width="0.8" />
        <text x="532" y="12">heat tool</text>
      {/if}
      {#if plan.steps.some((s) => s.restSeconds > 0)}
        <path d="M620 -2v18" stroke="#1d2026" stroke-width="1.6" stroke-dasharray="2 3" />
        <text x="628" y="12">a rest</text>
      {/if}
    </g>
  </svg>
</div>
