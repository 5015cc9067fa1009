<script lang="ts">
  import { api, ask, type CatalogueEntry } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { mediumNames } from '../../parts/words';
  import { Resource } from '../../state/resource.svelte';

  let { added }: { added: () => Promise<void> } = $props();

  const catalogue = new Resource<CatalogueEntry[]>(() => ask(api.GET('/api/stash/catalogue')));
  const names = new Map<string, string>(mediumNames);
  let search = $state('');
  let chosen = $state<string[]>([]);
  let done = $state('');
  const kindOf = (entry: CatalogueEntry) =>
    entry.kind === 'paper'
      ? 'paper'
      : entry.kind === 'stampingInk'
        ? 'stamping ink'
        : names.get(entry.colourant?.medium ?? 'pan');
  const shown = $derived(
    (catalogue.value ?? []).filter((entry) =>
      `${entry.name} ${entry.colourant?.colourIndex ?? ''} ${kindOf(entry)}`
        .toLowerCase()
        .includes(search.trim().toLowerCase()),
    ),
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const worked = await catalogue.attempt(() =>
      ask(api.POST('/api/stash/catalogue', { body: { names: chosen } })),
    );
    if (!worked) return;
    done = chosen.length === 1 ? `${chosen[0]} added.` : `${chosen.length} added.`;
    chosen = [];
    await Promise.all([catalogue.refresh(), added()]);
  }
</script>

<details ontoggle={(event) => event.currentTarget.open && !catalogue.value && void catalogue.refresh()}>
  <summary class="cursor-pointer underline">From the catalogue</summary>
  <form class="sheet mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1">
      Search the catalogue
      <input class="input w-full" type="search" placeholder="PB29, pencil, paper" bind:value={search} />
    </label>
    {#if catalogue.trouble}<TroubleNote trouble={catalogue.trouble} again={catalogue.refresh} />{/if}
    <ul class="grid max-h-80 gap-1 overflow-y-auto">
      {#each shown as entry (entry.name)}
        <li>
          <label class="flex min-h-10 items-center gap-3">
            <input
              class="checkbox checkbox-sm"
              type="checkbox"
              value={entry.name}
              disabled={entry.owned}
              bind:group={chosen}
            />
            <span
              class="card-paper h-6 w-6 shrink-0"
              style:background={entry.colourant?.fullStrength ?? entry.paper?.colour ?? '#2c2c2e'}
              aria-hidden="true"
            ></span>
            <span class="min-w-0">
              {entry.name}
              <span class="text-sm text-quiet">
                {[kindOf(entry), entry.colourant?.colourIndex, entry.owned ? 'yours already' : '']
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </span>
          </label>
        </li>
      {/each}
    </ul>
    <p class="text-sm text-quiet">
      Colours of the catalogue are estimates; a painted swatch sheet measures yours.
    </p>
    <div class="flex items-center gap-4">
      <button type="submit" class="btn btn-primary" disabled={chosen.length === 0}>
        {chosen.length === 0 ? 'Add' : `Add ${chosen.length}`}
      </button>
      {#if done}<span role="status">{done}</span>{/if}
    </div>
  </form>
</details>
