<script lang="ts">
  import { api, ask, type Run, type Together } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { runs }: { runs: Run[] } = $props();

  let run = $state('');
  const together = new Resource<Together>(() =>
    ask(api.GET('/api/mix/together/{run}', { params: { path: { run } } })),
  );
</script>

<section class="grid gap-3" aria-label="Colours together">
  <h2>A run's colours together</h2>
  <label class="flex flex-wrap items-center gap-2">
    Look over
    <select
      class="select w-64"
      value={run}
      onchange={(event) => {
        run = event.currentTarget.value;
        if (run) void together.refresh();
      }}
    >
      <option value="">choose a run</option>
      {#each runs as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select>
  </label>
  {#if together.trouble}<TroubleNote trouble={together.trouble} />
  {:else if run && together.value}
    {@const value = together.value}
    <ul class="grid gap-3">
      {#each value.loud as loud (loud.where)}
        <li class="grid grid-cols-[6rem_minmax(0,1fr)] items-center gap-3">
          <Swatch colours={[loud.colour, loud.then]} paper={value.paper} label="As it is, and thinned" />
          <span>
            <strong>{loud.where}</strong>
            {loud.tooStrong ? 'is purer than the rest' : 'is deeper than the rest'}.
            {loud.water === null
              ? 'Even the thinnest wash stands out; choose another colour.'
              : `One layer with ${loud.water} parts of water falls into line.`}
          </span>
        </li>
      {/each}
      {#each value.mud as mud (`${mud.one} ${mud.other}`)}
        <li class="grid grid-cols-[6rem_minmax(0,1fr)] items-center gap-3">
          <Swatch
            colours={[mud.oneColour, mud.overlap, mud.otherColour]}
            paper={value.paper}
            label="The two, and their overlap between them"
          />
          <span><strong>{mud.one}</strong> over {mud.other} turns to mud. Keep a dry line between them.</span>
        </li>
      {/each}
    </ul>
    {#if value.loud.length + value.mud.length === 0}
      <p role="status">{value.colours} colours, none louder than the rest, and no pair that turns to mud.</p>
    {/if}
  {/if}
</section>
