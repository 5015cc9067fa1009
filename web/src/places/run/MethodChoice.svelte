<script lang="ts">
  import type { Method, MethodSheet } from '../../api/client';

  // How an area is coloured: what can be done with the run's colours first, what is missing for the others said.
  let {
    methods,
    value,
    change,
  }: { methods: MethodSheet[]; value: Method | null; change: (method: Method) => void } = $props();

  const own = $props.id();
  const forAreas = $derived(methods.filter((m) => !m.wholeCard));
  const chosen = $derived(forAreas.find((m) => m.method === value));
</script>

<div class="flex flex-wrap content-start items-baseline gap-x-4 gap-y-1">
  <label for="{own}-method">By</label>
  <select
    id="{own}-method"
    class="select w-64"
    aria-describedby="{own}-what"
    {value}
    onchange={(event) => change(event.currentTarget.value as Method)}
  >
    {#if value === null}<option {value} disabled>As suits the colour</option>{/if}
    {#each forAreas as m (m.method)}
      <option value={m.method} disabled={m.missing !== null} title={m.missing ?? m.when}>{m.name}</option>
    {/each}
  </select>
  <p id="{own}-what" class="min-w-60 flex-1 text-sm">
    {#if chosen}{chosen.what} {chosen.when}{:else}The usual way of what comes nearest; choose another here.{/if}
  </p>
</div>
