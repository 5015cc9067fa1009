<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Stage } from '../../api/client';
  import DryingLine from '../../parts/DryingLine.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { route } from '../../routes';
  import { clock } from '../../state/clock.svelte';
  import { pieceOf, provideRun } from '../../state/run.svelte';
  import { whenRoomChanges } from '../../state/session.svelte';

  let { children }: { children: Snippet } = $props();

  const id = $derived(route.pathname.split('/')[2] ?? '');
  const stage = $derived(route.pathname.split('/')[3] as Stage | 'check');
  const run = provideRun(() => id);

  $effect(() => {
    if (id) void run.refresh();
  });
  whenRoomChanges(() => void run.refresh());
  // A card that has reached its next state is asked for again.
  const changesAt = $derived(
    Math.min(
      ...(run.value?.line ?? []).map((card) => (card.nextStateAt ? Date.parse(card.nextStateAt) : Infinity)),
    ),
  );
  $effect(() => {
    if (clock.now > changesAt && !run.busy) void run.refresh();
  });

  const names: Record<Stage | 'check', string> = {
    design: 'Design',
    image: 'Image',
    colours: 'Colours',
    plan: 'Plan',
    bench: 'Bench',
    finish: 'Finish',
    check: 'Check',
  };
  const piece = $derived(pieceOf(run.value));
  const here = $derived(run.value?.stages.find((s) => s.stage === stage));
</script>

<svelte:head><title>{run.value ? `${run.value.name}, ${names[stage]}` : 'Run'}, Nube</title></svelte:head>

{#if run.value}
  {#if piece && (piece.image || run.value.line.some((card) => card.pieces?.length))}
    <div class="mat-strip pb-2">
      <DryingLine
        cards={run.value.line}
        image={piece.image}
        paper={piece.paperColour}
        name={run.value.name}
        folds
      />
    </div>
  {/if}
  <div class="mt-3 mb-4 flex flex-wrap items-baseline gap-x-8 gap-y-1">
    <h1>{run.value.name}</h1>
    <nav aria-label="Stages" class="flex flex-wrap gap-1">
      {#each run.value.stages as s (s.stage)}
        {@const current = s.stage === stage}
        {#if s.open}
          <a
            href="/runs/{id}/{s.stage}"
            aria-current={current ? 'step' : undefined}
            class={[
              'border-b-2 px-2 py-1',
              current ? 'border-base-content font-bold' : 'border-transparent hover:border-hair',
            ]}>{names[s.stage]}</a
          >
        {:else}
          <span class="px-2 py-1 text-quiet" aria-disabled="true">{names[s.stage]}</span>
        {/if}
      {/each}
      {#if stage === 'check'}
        <span class="border-b-2 border-base-content px-2 py-1 font-bold" aria-current="step">Check</span>
      {/if}
    </nav>
    <!-- At the bench the step says how far it is, and a narrow screen has no room to spare. -->
    <p class={['ml-auto', stage === 'bench' && 'max-lg:hidden']}>{here?.sentence}</p>
  </div>
  {@render children()}
{/if}
{#if run.trouble}
  <div class="mt-6"><TroubleNote trouble={run.trouble} again={run.refresh} /></div>
  {#if run.trouble.status === 404}<p class="mt-3"><a class="underline" href="/">Go to the line</a></p>{/if}
{/if}
