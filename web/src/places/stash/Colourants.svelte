<script lang="ts">
  import type { StashItem } from '../../api/client';
  import PutAway from '../../parts/PutAway.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { knownFrom, leftInWords, mediumNames } from '../../parts/words';
  import { p } from '../../routes';

  let {
    items,
    archive,
  }: { items: StashItem[]; archive: (item: StashItem, archived: boolean) => Promise<void> } = $props();

  // A large stash is searched, not scrolled: the page stays quick.
  const atOnce = 24;
  let more = $state(1);
  const shown = $derived(items.slice(0, atOnce * more));
  const names = new Map<string, string>(mediumNames);
</script>

<section aria-label="Colours">
  <h2>Colours</h2>
  <ul class="mt-3 grid gap-3 sm:grid-cols-2">
    {#each shown as item (item.id)}
      {@const colourant = item.colourant}
      {#if colourant}
        <li class="sheet grid grid-cols-[6.5rem_minmax(0,1fr)_auto] items-center gap-4 py-3">
          <Swatch
            colours={[colourant.fullStrength, colourant.wash]}
            paper="#fbfaf7"
            estimated={colourant.howSure === null}
            label="Full strength and a wash of {item.name}"
          />
          <div class="min-w-0">
            <h3 class="truncate">
              <a class="underline decoration-hair" href={p('/stash/:id', { params: { id: item.id } })}
                >{item.name}</a
              >
            </h3>
            <p class="text-sm">
              {[
                colourant.colourIndex,
                names.get(colourant.medium ?? ''),
                colourant.granulates ? 'granulates' : '',
                colourant.lifts,
                knownFrom(colourant),
              ]
                .filter(Boolean)
                .join(', ')}
            </p>
            {#if (item.left ?? 1) < 0.9 || item.keptAt || item.useUp}
              <p class={['text-sm', item.runningLow && 'font-bold']}>
                {[
                  (item.left ?? 1) < 0.9 ? leftInWords(item.left ?? 1) : '',
                  item.keptAt,
                  item.useUp ? 'to use up' : '',
                ]
                  .filter(Boolean)
                  .join(', ')}
              </p>
            {/if}
          </div>
          <PutAway {item} {archive} />
        </li>
      {/if}
    {:else}
      <li>Nothing here by that word.</li>
    {/each}
  </ul>
  {#if shown.length < items.length}
    <button type="button" class="btn btn-line mt-4" onclick={() => more++}>
      Show more of {items.length}
    </button>
  {/if}
</section>
