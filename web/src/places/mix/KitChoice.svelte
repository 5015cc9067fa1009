<script lang="ts">
  import { api, ask, type Kit, type Run } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { paper, runs, show }: { paper: string; runs: Run[]; show: (ids: string[]) => void } = $props();

  let size = $state(6);
  let run = $state('');
  const kit = new Resource<Kit>(() =>
    ask(api.POST('/api/mix/kit', { body: { paper, size, run: run || null } })),
  );
  async function find(event: SubmitEvent) {
    event.preventDefault();
    await kit.refresh();
    show(kit.value?.steps.map((step) => step.id) ?? []);
  }
</script>

<section class="grid gap-3" aria-label="Kit">
  <h2>A kit of the best few</h2>
  <form class="flex flex-wrap items-end gap-3" onsubmit={find}>
    <label class="grid gap-1">
      How many <input class="input w-20" type="number" min="1" max="24" required bind:value={size} />
    </label>
    <label class="grid gap-1">
      for
      <select class="select w-56" bind:value={run}>
        <option value="">everything, as a travel kit</option>
        {#each runs as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </select>
    </label>
    <button type="submit" class="btn btn-primary" disabled={kit.busy}
      >{kit.busy ? 'Trying kits' : 'Choose them'}</button
    >
  </form>
  {#if kit.trouble}<TroubleNote trouble={kit.trouble} again={kit.refresh} />{/if}
  {#if kit.value}
    {@const value = kit.value}
    <ol class="grid gap-1">
      {#each value.steps as step, index (step.id)}
        <li class="grid grid-cols-[1.5rem_5rem_minmax(0,1fr)_8rem] items-center gap-3">
          <span class="text-right">{index + 1}</span>
          <Swatch colours={[step.fullStrength, step.wash]} paper="#fbfaf7" label="Full strength and a wash" />
          <span class="min-w-0 truncate">{step.name}</span>
          <span class="text-sm">{step.meanDifference.toFixed(1)} on average</span>
        </li>
      {/each}
    </ol>
    <p class="text-sm text-quiet">
      The figure is how far {value.wishes === 1 ? 'the one colour' : `${value.wishes} colours`} lie on average from
      their nearest mix with this one and those before it; with all you own it is {value.withAll.toFixed(1)}.
    </p>
  {/if}
</section>
