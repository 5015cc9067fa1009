<script lang="ts">
  import { api, ask, type StashItem, type Trouble } from '../../api/client';
  import PutAway from '../../parts/PutAway.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';
  import OwnInk from './OwnInk.svelte';
  import OwnPaper from './OwnPaper.svelte';

  let {
    items,
    archive,
    added,
  }: {
    items: StashItem[];
    archive: (item: StashItem, archived: boolean) => Promise<void>;
    added: () => Promise<void>;
  } = $props();

  const of = (kind: StashItem['kind']) => items.filter((item) => item.kind === kind);
  const texture = { smooth: 'smooth', vellum: 'slight tooth', coldPressed: 'cold pressed' };
  const kinds = { adhesive: 'adhesive', solvent: 'solvent', tool: 'tool' };
  let name = $state('');
  let kind = $state<keyof typeof kinds>('adhesive');
  let wet = $state(false);
  let trouble = $state<Trouble>();

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(api.POST('/api/stash/supplies', { body: { name, kind, wet } }));
      [name, trouble] = ['', undefined];
      await added();
    } catch (error) {
      trouble = asTrouble(error);
    }
  }
</script>

{#snippet thing(item: StashItem, words: string, colour?: string)}
  <li class="sheet flex items-center gap-4 py-2">
    {#if colour}<span class="card-paper h-9 w-12" style:background={colour} aria-hidden="true"></span>{/if}
    <span class="min-w-0 flex-1">{item.name}<br /><span class="text-sm text-quiet">{words}</span></span>
    <PutAway {item} {archive} />
  </li>
{/snippet}

<div class="mt-8 grid gap-8 lg:grid-cols-3">
  <section aria-label="Papers">
    <h2>Papers</h2>
    <ul class="mt-3 grid gap-2">
      {#each of('paper') as item (item.id)}
        {@const paper = item.paper}
        {#if paper}
          {@render thing(
            item,
            `${paper.gramsPerSquareMetre} g/m², ${texture[paper.texture]}${paper.backTexture ? `, ${texture[paper.backTexture]} behind` : ''}, drinks ${paper.cobb60} g/m² a minute`,
            paper.colour,
          )}
        {/if}
      {/each}
    </ul>
    <OwnPaper {added} />
  </section>
  <section aria-label="Stamping inks">
    <h2>Stamping inks</h2>
    <ul class="mt-3 grid gap-2">
      {#each of('stampingInk') as item (item.id)}
        {@const ink = item.stampingInk}
        {#if ink}
          {@render thing(
            item,
            [
              ink.waterproof ? 'stays put under a wash' : 'bleeds when wetted',
              ink.slow ? 'slow to dry' : '',
              ink.embossable ? 'takes powder' : '',
              ink.alcoholSafe ? 'safe under alcohol markers' : '',
            ]
              .filter(Boolean)
              .join(', '),
            ink.colour ?? '#1b1b1d',
          )}
        {/if}
      {/each}
    </ul>
    <OwnInk {added} />
  </section>
  <section aria-label="Adhesives, solvents, tools">
    <h2>Adhesives, solvents, tools</h2>
    <ul class="mt-3 grid gap-2">
      {#each of('supply') as item (item.id)}
        {@render thing(
          item,
          `${kinds[item.supply?.kind ?? 'tool']}${item.supply?.wet ? ', brings water' : ''}`,
        )}
      {:else}
        <li class="text-quiet">None told yet. A plan warns of wet glue on ink that water wakes up.</li>
      {/each}
    </ul>
    <details class="mt-3">
      <summary class="cursor-pointer underline">Add one</summary>
      <form class="sheet mt-3 grid gap-3" onsubmit={add}>
        <label class="grid gap-1"
          >Its name <input class="input w-full" required maxlength="80" bind:value={name} /></label
        >
        <label class="grid gap-1">
          Kind
          <select class="select w-full" bind:value={kind}>
            {#each Object.entries(kinds) as [key, words] (key)}<option value={key}>{words}</option>{/each}
          </select>
        </label>
        <label class="flex min-h-10 items-center gap-2">
          <input class="checkbox checkbox-sm" type="checkbox" bind:checked={wet} /> It is wet when used
        </label>
        <button type="submit" class="btn btn-primary">Add it</button>
        {#if trouble}<TroubleNote {trouble} />{/if}
      </form>
    </details>
  </section>
</div>
