<script lang="ts">
  import { api, ask, type Run, type StashItem } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { p } from '../routes';
  import { Resource } from '../state/resource.svelte';
  import KitChoice from './mix/KitChoice.svelte';
  import ReachPicture from './mix/ReachPicture.svelte';
  import RunTogether from './mix/RunTogether.svelte';

  const stash = new Resource<StashItem[]>(() => ask(api.GET('/api/stash')));
  const runs = new Resource<Run[]>(() => ask(api.GET('/api/runs')));
  void stash.refresh();
  void runs.refresh();
  const owned = $derived((stash.value ?? []).filter((item) => !item.archived));
  const papers = $derived(owned.filter((item) => item.kind === 'paper'));
  const colourants = $derived(owned.filter((item) => item.colourant?.mixes));
  let chosenPaper = $state('');
  const paper = $derived(chosenPaper || (papers[0]?.id ?? ''));
  let kit = $state<string[]>([]);
</script>

<svelte:head><title>Reach and kit, Nube</title></svelte:head>

<div class="mt-4 flex flex-wrap items-baseline gap-x-6 gap-y-2">
  <h1>Reach and kit</h1>
  <a class="underline" href={p('/mix')}>Back to Mix</a>
  <label class="ml-auto flex items-center gap-2">
    On
    <select class="select w-72" value={paper} onchange={(event) => (chosenPaper = event.currentTarget.value)}>
      {#each papers as item (item.id)}<option value={item.id}>{item.name}</option>{/each}
    </select>
  </label>
</div>
{#if stash.trouble}<div class="mt-3"><TroubleNote trouble={stash.trouble} again={stash.refresh} /></div>{/if}
{#if paper && colourants.length > 0}
  <div class="mt-5 grid items-start gap-8 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
    <ReachPicture {paper} {colourants} {kit} />
    <div class="grid gap-8">
      <KitChoice {paper} runs={runs.value ?? []} show={(ids) => (kit = ids)} />
      <RunTogether runs={runs.value ?? []} />
    </div>
  </div>
{/if}
