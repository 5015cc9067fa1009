<script lang="ts">
  import { api, ask, type StashItem } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { Resource } from '../state/resource.svelte';
  import AddColourant from './stash/AddColourant.svelte';
  import Colourants from './stash/Colourants.svelte';
  import FromCatalogue from './stash/FromCatalogue.svelte';
  import OtherThings from './stash/OtherThings.svelte';
  import PasteColours from './stash/PasteColours.svelte';
  import SwatchSheets from './stash/SwatchSheets.svelte';
  import WhichWasThat from './stash/WhichWasThat.svelte';
  import WhatIHave from './stash/WhatIHave.svelte';

  const stash = new Resource<StashItem[]>(() => ask(api.GET('/api/stash')));
  void stash.refresh();

  const choices = {
    all: { words: 'everything in use', of: (item: StashItem) => !item.archived },
    low: { words: 'what runs low', of: (item: StashItem) => !item.archived && item.runningLow },
    unused: {
      words: 'what no run has used',
      of: (item: StashItem) => !item.archived && item.kind === 'colourant' && item.lastUsedAt === null,
    },
    useUp: { words: 'what to use up', of: (item: StashItem) => !item.archived && item.useUp },
    estimated: {
      words: 'colours not measured yet',
      of: (item: StashItem) => !item.archived && item.colourant?.howSure === null,
    },
    away: { words: 'what is put away', of: (item: StashItem) => item.archived },
  };
  const orders = {
    came: { words: 'as it came', by: () => 0 },
    hue: {
      words: 'by hue',
      by: (a: StashItem, b: StashItem) => (a.colourant?.hue ?? 0) - (b.colourant?.hue ?? 0),
    },
    name: { words: 'by name', by: (a: StashItem, b: StashItem) => a.name.localeCompare(b.name) },
  };

  let search = $state('');
  let choice = $state<keyof typeof choices>('all');
  let order = $state<keyof typeof orders>('came');
  let justArchived = $state<StashItem>();

  const words = (item: StashItem) =>
    `${item.name} ${item.colourant?.colourIndex ?? ''} ${item.keptAt} ${item.note}`.toLowerCase();
  const shown = $derived(
    (stash.value ?? [])
      .filter((item) => choices[choice].of(item) && words(item).includes(search.trim().toLowerCase()))
      .sort(orders[order].by),
  );

  async function archive(item: StashItem, archived: boolean) {
    const params = { params: { path: { id: item.id } } };
    const worked = await stash.attempt(() =>
      ask(
        archived
          ? api.PUT('/api/stash/{id}/archived', params)
          : api.DELETE('/api/stash/{id}/archived', params),
      ),
    );
    if (!worked) return;
    justArchived = archived ? item : undefined;
    await stash.refresh();
  }
</script>

<svelte:head><title>Stash, Nube</title></svelte:head>

<div class="mt-4 flex flex-wrap items-end gap-x-6 gap-y-3">
  <h1>Stash</h1>
  <label class="grid gap-1">
    <span class="sr-only">Search the stash</span>
    <input class="input w-72" type="search" placeholder="Name, pigment, place or note" bind:value={search} />
  </label>
  <label class="flex items-center gap-2">
    Show
    <select class="select w-52" bind:value={choice}>
      {#each Object.entries(choices) as [key, { words }] (key)}<option value={key}>{words}</option>{/each}
    </select>
  </label>
  <label class="flex items-center gap-2">
    in order
    <select class="select w-36" bind:value={order}>
      {#each Object.entries(orders) as [key, { words }] (key)}<option value={key}>{words}</option>{/each}
    </select>
  </label>
</div>
{#if stash.trouble}<div class="mt-3"><TroubleNote trouble={stash.trouble} again={stash.refresh} /></div>{/if}
{#if justArchived}
  {@const item = justArchived}
  <p role="status" class="mt-3 bg-raised px-4 py-2">
    {item.name} is put away.
    <button type="button" class="underline" onclick={() => archive(item, false)}>Bring it back</button>
  </p>
{/if}

<div class="mt-6 grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_20rem]">
  <Colourants items={shown.filter((item) => item.kind === 'colourant')} {archive} />
  <div class="grid gap-6">
    <WhichWasThat />
    <SwatchSheets
      colourants={(stash.value ?? []).filter((item) => item.kind === 'colourant' && !item.archived)}
    />
    <section class="grid gap-3" aria-label="Add to the stash">
      <h2>Add</h2>
      <details>
        <summary class="cursor-pointer underline">Whole sets</summary>
        <div class="mt-3"><WhatIHave added={stash.refresh} /></div>
      </details>
      <FromCatalogue added={stash.refresh} />
      <AddColourant added={stash.refresh} />
      <PasteColours added={stash.refresh} />
    </section>
  </div>
</div>
<OtherThings items={shown.filter((item) => item.kind !== 'colourant')} {archive} added={stash.refresh} />
