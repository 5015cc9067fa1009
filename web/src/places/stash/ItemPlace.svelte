<script lang="ts">
  import { api, ask, type MixTried, type SheetListed, type StashItem } from '../../api/client';
  import Ladder from '../../parts/Ladder.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { knownFrom, leftInWords, mediumNames } from '../../parts/words';
  import { p, route } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import PencilLayers from './PencilLayers.svelte';
  import Siblings from './Siblings.svelte';

  const id = $derived(route.params.id ?? '');
  const stash = new Resource<StashItem[]>(() => ask(api.GET('/api/stash')));
  const sheets = new Resource<SheetListed[]>(() => ask(api.GET('/api/sheets')));
  void stash.refresh();
  void sheets.refresh();
  const item = $derived(stash.value?.find((one) => one.id === id));
  const paper = $derived(stash.value?.find((one) => one.kind === 'paper' && !one.archived));
  const names = new Map<string, string>(mediumNames);
  const kind = $derived(
    [
      item?.colourant?.colourIndex,
      names.get(item?.colourant?.medium ?? ''),
      item?.colourant?.granulates ? 'granulates' : '',
      item?.colourant?.lifts,
    ]
      .filter(Boolean)
      .join(', '),
  );
  const mixes = $derived(item?.colourant?.mixes ?? false);

  const look = new Resource<MixTried>(() =>
    ask(
      api.POST('/api/mix/try', {
        body: {
          paper: paper?.id ?? '',
          parts: [{ colourant: id, parts: 1 }],
          water: 2,
          under: null,
          areaCm2: null,
          cards: null,
        },
      }),
    ),
  );
  $effect(() => {
    if (paper && mixes) void look.refresh();
  });

  let before = $state<StashItem>();
  async function tell(facts: Partial<StashItem>, undoable = true) {
    if (!item) return;
    const was = item;
    const { name, keptAt, note, left, useUp } = { ...was, ...facts };
    const worked = await stash.attempt(() =>
      ask(
        api.PUT('/api/stash/{id}', { params: { path: { id } }, body: { name, keptAt, note, left, useUp } }),
      ),
    );
    if (!worked) return;
    before = undoable ? was : undefined;
    await stash.refresh();
  }
</script>

<svelte:head><title>{item?.name ?? 'Stash'}, Nube</title></svelte:head>

{#if stash.trouble}<div class="mt-4"><TroubleNote trouble={stash.trouble} again={stash.refresh} /></div>{/if}
{#if item}
  {@const colourant = item.colourant}
  <div class="mt-4 flex flex-wrap items-baseline gap-x-6">
    <h1>{item.name}</h1>
    <a class="underline" href={p('/stash')}>Back to the stash</a>
  </div>
  {#if before}
    {@const was = before}
    <p role="status" class="mt-2 bg-raised px-4 py-2">
      Kept. <button type="button" class="underline" onclick={() => tell(was, false)}>Undo the change</button>
    </p>
  {/if}
  <div class="mt-5 grid items-start gap-8 lg:grid-cols-[22rem_minmax(0,1fr)]">
    <section class="sheet grid gap-4" aria-label="What you say about it">
      <label class="grid gap-1">
        Name
        <input
          class="input w-full"
          maxlength="80"
          value={item.name}
          onchange={(event) => tell({ name: event.currentTarget.value })}
        />
      </label>
      <label class="grid gap-1">
        Kept at
        <input
          class="input w-full"
          maxlength="200"
          placeholder="Blue tin, second row"
          value={item.keptAt}
          onchange={(event) => tell({ keptAt: event.currentTarget.value })}
        />
      </label>
      {#if item.left !== null}
        <label class="grid gap-1">
          {leftInWords(item.left)[0]?.toUpperCase()}{leftInWords(item.left).slice(1)}
          <input
            class="range w-full"
            type="range"
            min="0"
            max="1"
            step="0.05"
            value={item.left}
            onchange={(event) => tell({ left: Number(event.currentTarget.value) })}
          />
          <span class="text-sm text-quiet"
            >An estimate: finished runs take what they used. Move it to what you see.</span
          >
        </label>
      {/if}
      <label class="flex min-h-10 items-center gap-2">
        <input
          class="checkbox checkbox-sm"
          type="checkbox"
          checked={item.useUp}
          onchange={(event) => tell({ useUp: event.currentTarget.checked })}
        />
        I would like to use it up
      </label>
      <label class="grid gap-1">
        Note
        <textarea
          class="textarea w-full bg-white"
          maxlength="1000"
          value={item.note}
          onchange={(event) => tell({ note: event.currentTarget.value })}></textarea>
      </label>
      <p class="text-sm">
        {item.lastUsedAt
          ? `Last used on ${new Date(item.lastUsedAt).toLocaleDateString(undefined, { dateStyle: 'long' })}.`
          : 'No run has used it yet.'}
      </p>
    </section>
    {#if colourant}
      <div class="grid gap-6">
        <section aria-label="Its colour">
          <h2>Its colour</h2>
          <p class="mt-1">
            {kind[0]?.toUpperCase()}{kind.slice(1)}. {colourant.howSure === null
              ? `Estimated by eye or from the catalogue${mixes ? '; a painted swatch sheet measures it' : ''}.`
              : `${knownFrom(colourant)[0]?.toUpperCase()}${knownFrom(colourant).slice(1)}: nine of ten washes come out within that CIEDE2000 difference.`}
          </p>
          {#if look.trouble}<TroubleNote trouble={look.trouble} again={look.refresh} />{/if}
          {#if look.value}
            {@const value = look.value}
            <div class="mt-3">
              <Ladder
                title="Thinned, on {paper?.name}"
                steps={value.strengths}
                paper={value.strengths[0]?.paper ?? '#ffffff'}
                estimated={colourant.howSure === null}
              />
            </div>
            <ul class="mt-4 grid gap-3 sm:grid-cols-3" aria-label="On your papers">
              {#each value.papers as on (on.name)}
                <li>
                  <Swatch
                    colours={[on.colour]}
                    paper={on.paper}
                    estimated={colourant.howSure === null}
                    label="On {on.name}"
                  />
                  <span class="text-sm">{on.name}</span>
                </li>
              {/each}
            </ul>
          {:else if colourant.pencil}
            <div class="mt-3">
              <PencilLayers
                pencil={item.id}
                papers={(stash.value ?? []).filter((one) => one.kind === 'paper' && !one.archived)}
              />
            </div>
          {:else if !mixes}
            <div class="mt-3 max-w-xs">
              <Swatch
                colours={[colourant.fullStrength, colourant.wash]}
                paper="#fbfaf7"
                label="Laid fully, and lightly"
              />
            </div>
          {/if}
          <div class="mt-5"><Siblings {item} /></div>
        </section>
        {#if mixes}<section aria-label="Its swatches">
            <h2>Its swatches</h2>
            <ul class="mt-1 grid gap-1">
              {#each (sheets.value ?? []).filter( (sheet) => sheet.names.includes(item.name) ) as sheet (sheet.id)}
                <li>
                  <a class="underline" href={p('/sheets/:id', { params: { id: sheet.id } })}
                    >Swatch sheet {sheet.number}</a
                  >
                </li>
              {:else}
                <li>None yet. Make a sheet in the stash, paint it and scan it.</li>
              {/each}
            </ul>
          </section>{/if}
      </div>
    {/if}
  </div>
{:else if stash.value}
  <p class="mt-6">
    This is not in your stash any more. <a class="underline" href={p('/stash')}>Back to the stash</a>
  </p>
{/if}
