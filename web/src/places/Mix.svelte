<script lang="ts">
  import { api, ask, type MixFound, type Recipe, type StashItem } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { Resource } from '../state/resource.svelte';
  import { p } from '../routes';
  import Found from './mix/Found.svelte';
  import Kept from './mix/Kept.svelte';
  import TryMix from './mix/TryMix.svelte';
  import Wanted from './mix/Wanted.svelte';
  import WhiteThings from './mix/WhiteThings.svelte';

  const stash = new Resource<StashItem[]>(() => ask(api.GET('/api/stash')));
  void stash.refresh();
  const owned = $derived((stash.value ?? []).filter((item) => !item.archived));
  const papers = $derived(owned.filter((item) => item.kind === 'paper'));
  const colourants = $derived(owned.filter((item) => item.colourant?.mixes));

  let colour = $state('#7f9a4a');
  let chosenPaper = $state('');
  let most = $state(2);
  let order = $state<'closest' | 'fewerColours' | 'usesUp' | 'surest'>('closest');
  let without = $state<string[]>([]);
  const from = $derived(colourants.filter((item) => !without.includes(item.id)).map((item) => item.id));
  const paper = $derived(chosenPaper || (papers[0]?.id ?? ''));

  const found = new Resource<MixFound>(() =>
    ask(
      api.POST('/api/mix/find', {
        body: { paper, colourants: without.length > 0 ? from : [], colour, mostColourants: most, order },
      }),
    ),
  );
  $effect(() => {
    void [colour, most, order];
    if (paper && (without.length === 0 || from.length > 0)) void found.refresh();
  });

  let trying = $state<HTMLElement>();
  let tried = $state<{ id: string; parts: number }[]>([]);
  let water = $state(2);
  function take(recipe: Recipe) {
    tried = recipe.parts.map((part) => ({ id: part.id, parts: part.parts }));
    water = recipe.water;
    trying?.scrollIntoView({ block: 'nearest' });
  }
</script>

<svelte:head><title>Mix, Nube</title></svelte:head>

<div class="mt-4 flex flex-wrap items-baseline gap-x-6">
  <h1>Mix</h1>
  <a class="underline" href={p('/reach')}>What your colours reach, kits, and a run's colours together</a>
</div>
{#if stash.trouble}<div class="mt-3"><TroubleNote trouble={stash.trouble} again={stash.refresh} /></div>{/if}
<div class="mt-4 grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]">
  <Wanted
    bind:colour
    bind:most
    bind:without
    {paper}
    choosePaper={(id) => (chosenPaper = id)}
    {papers}
    {colourants}
  />
  <section aria-label="Recipes" aria-busy={found.busy}>
    <label class="mb-3 flex items-center gap-2">
      First
      <select class="select w-64" bind:value={order}>
        <option value="closest">the closest</option>
        <option value="fewerColours">with fewer colours</option>
        <option value="surest">the surest by your hand</option>
        <option value="usesUp">with what is to be used up</option>
      </select>
    </label>
    {#if found.trouble}<TroubleNote trouble={found.trouble} again={found.refresh} />{/if}
    {#if found.value}<Found found={found.value} wish={colour} {take} />{/if}
  </section>
</div>
{#if paper && colourants.length > 0}
  <div bind:this={trying}><TryMix {paper} {colourants} bind:tried bind:water /></div>
  <div class="mt-8 grid items-start gap-8 border-t-2 border-hair pt-5 lg:grid-cols-2">
    <Kept {paper} {colour} choose={(kept) => (colour = kept)} />
    <WhiteThings {paper} ground={papers.find((item) => item.id === paper)?.paper?.colour ?? '#fbfaf7'} />
  </div>
{/if}
