<script lang="ts">
  import { api, ask, type StashItem } from '../api/client';
  import Swatch from '../parts/Swatch.svelte';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { Resource } from '../state/resource.svelte';
  import AddColourant from './AddColourant.svelte';
  import PasteColours from './PasteColours.svelte';

  const stash = new Resource<StashItem[]>(() => ask(api.GET('/api/stash')));
  void stash.refresh();

  let search = $state('');
  let putAway = $state(false);
  let justArchived = $state<StashItem>();

  const shown = $derived(
    (stash.value ?? []).filter(
      (item) =>
        item.archived === putAway &&
        `${item.name} ${item.colourant?.colourIndex ?? ''} ${item.note}`
          .toLowerCase()
          .includes(search.trim().toLowerCase()),
    ),
  );
  const of = (kind: StashItem['kind']) => shown.filter((item) => item.kind === kind);
  const provenance = { estimated: 'estimated', published: 'published', measured: 'measured' };
  const texture = { smooth: 'smooth', vellum: 'slight tooth', coldPressed: 'cold pressed' };

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
    <input class="input w-72" type="search" placeholder="Name, pigment or note" bind:value={search} />
  </label>
  <label class="flex min-h-10 items-center gap-2">
    <input class="checkbox checkbox-sm" type="checkbox" bind:checked={putAway} /> Show what is put away
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

{#snippet away(item: StashItem)}
  <button
    type="button"
    class="btn btn-ghost btn-sm"
    aria-label="{item.archived ? 'Bring back' : 'Put away'} {item.name}"
    onclick={() => archive(item, !item.archived)}
  >
    {item.archived ? 'Bring back' : 'Put away'}
  </button>
{/snippet}

<section aria-label="Water colours" class="mt-6">
  <h2>Water colours</h2>
  <ul class="mt-3 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
    {#each of('colourant') as item (item.id)}
      <li class="sheet grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-4">
        <Swatch
          colours={[item.colourant?.fullStrength ?? '', item.colourant?.wash ?? '']}
          paper="#fbfaf7"
          estimated={item.colourant?.provenance !== 'measured'}
          label="Full strength and a wash of {item.name}"
        />
        <div class="min-w-0">
          <h3 class="truncate">{item.name}</h3>
          <p class="text-sm">
            {item.colourant?.colourIndex}{item.colourant?.granulates ? ', granulates' : ''}, {provenance[
              item.colourant?.provenance ?? 'estimated'
            ]}
          </p>
        </div>
        {@render away(item)}
      </li>
    {:else}
      <li>Nothing here by that word.</li>
    {/each}
  </ul>
  <div class="mt-4 grid gap-3">
    <AddColourant added={stash.refresh} />
    <PasteColours added={stash.refresh} />
  </div>
</section>

<div class="mt-8 grid gap-8 lg:grid-cols-2">
  <section aria-label="Papers">
    <h2>Papers</h2>
    <ul class="mt-3 grid gap-2">
      {#each of('paper') as item (item.id)}
        <li class="sheet flex items-center gap-4 py-2">
          <span class="card-paper h-9 w-12" style:background={item.paper?.colour} aria-hidden="true"></span>
          <span class="min-w-0 flex-1">
            {item.name}<br />
            <span class="text-sm text-quiet">
              {item.paper?.gramsPerSquareMetre} g/m², {texture[item.paper?.texture ?? 'smooth']}, drinks {item
                .paper?.cobb60} g/m² a minute
            </span>
          </span>
          {@render away(item)}
        </li>
      {/each}
    </ul>
  </section>
  <section aria-label="Stamping inks">
    <h2>Stamping inks</h2>
    <ul class="mt-3 grid gap-2">
      {#each of('stampingInk') as item (item.id)}
        <li class="sheet flex items-center gap-4 py-2">
          <span class="min-w-0 flex-1">
            {item.name}<br />
            <span class="text-sm text-quiet">
              {item.stampingInk?.waterproof ? 'stays put under a wash' : 'bleeds when wetted'}{item
                .stampingInk?.slow
                ? ', slow to dry'
                : ''}
            </span>
          </span>
          {@render away(item)}
        </li>
      {/each}
    </ul>
  </section>
</div>
