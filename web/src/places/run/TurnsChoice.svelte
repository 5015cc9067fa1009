<script lang="ts">
  import { api, ask, type Turns, type TurnsWay } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // Time against rinsing: what each way would take.
  let { id, busy, take }: { id: string; busy: boolean; take: (turns: Turns) => void } = $props();

  const ways = new Resource<TurnsWay[]>(() =>
    ask(api.GET('/api/runs/{id}/plan/turns', { params: { path: { id } } })),
  );
  $effect(() => {
    // Again when the plan has changed.
    if (!busy) void ways.refresh();
  });
</script>

{#if ways.trouble}<TroubleNote trouble={ways.trouble} />{/if}
{#if ways.value}
  <h3 class="mt-3">How colours take turns</h3>
  <ul class="mt-2 grid gap-1">
    {#each ways.value as way (way.turns)}
      <li class="flex flex-wrap items-center gap-x-4">
        {#if way.isTaken}
          <strong class="w-24">This plan</strong>
        {:else}
          <button
            type="button"
            class="btn btn-line btn-sm w-24"
            disabled={busy}
            aria-label="Plan it so: {way.inWords}"
            onclick={() => take(way.turns)}>Plan it so</button
          >
        {/if}
        <span
          >{way.inWords}: {way.isTaken ? '' : 'about '}{way.takes}{way.against
            ? `; ${way.against}`
            : ''}</span
        >
      </li>
    {/each}
  </ul>
{/if}
