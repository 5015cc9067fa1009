<script lang="ts">
  import { api, ask, sendForm, type Sheet, type SwatchSource } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { p, route } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import ChartChoice from '../../parts/ChartChoice.svelte';
  import SheetPicture from './SheetPicture.svelte';
  import SheetRows from './SheetRows.svelte';

  const id = $derived(route.params.id ?? '');
  const path = $derived({ params: { path: { id } } });
  const sheet = new Resource<Sheet>(() => ask(api.GET('/api/sheets/{id}', path)));
  $effect(() => {
    void id;
    void sheet.refresh();
  });

  let source = $state<'scan' | 'photo'>('scan');
  let lit = $state<{ row: number; column: number }>();
  const sources: Record<SwatchSource, string> = {
    eye: 'by eye',
    scan: 'from the scan',
    photo: 'from the photo',
    scanAndPhoto: 'from scan and photo together',
    photoWithChart: 'from the photo, put right by the chart',
    scanAndPhotoWithChart: 'from scan and photo together, the photo put right by the chart',
    meter: 'from the colour meter',
  };
  const change = (what: () => Promise<Sheet>) => sheet.attempt(async () => sheet.set(await what()));

  function bringIn(event: Event & { currentTarget: HTMLInputElement }, to: 'pictures' | 'meter') {
    const file = event.currentTarget.files?.[0];
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    if (to === 'pictures') form.set('source', source);
    event.currentTarget.value = '';
    void change(() => sendForm<Sheet>(`/api/sheets/${id}/${to}`, form));
  }
  const standIn = (pretend: SwatchSource) =>
    change(() => ask(api.POST('/api/sheets/{id}/stand-in', { ...path, body: { source: pretend } })));
  function leaveOut(row: number, column: number, out: boolean) {
    const box = { params: { path: { id, row, column } } };
    const address = '/api/sheets/{id}/boxes/{row}/{column}/left-out';
    return change(() => ask(out ? api.PUT(address, box) : api.DELETE(address, box)));
  }
  const bringInChart = (what: () => Promise<unknown>) =>
    sheet.attempt(async () => {
      await what();
      sheet.set(await ask(api.GET('/api/sheets/{id}', path)));
    });
</script>

<svelte:head><title>Swatch sheet, Nube</title></svelte:head>

{#if sheet.value}
  {@const value = sheet.value}
  <div class="mt-4 flex flex-wrap items-end gap-x-6 gap-y-2">
    <h1>Swatch sheet {value.number}</h1>
    <a class="underline" href={p('/stash')}>Back to the stash</a>
    <a class="btn btn-line ml-auto" href="/api/sheets/{value.id}/print.pdf" download>
      Print it, {value.size === 'a4' ? 'A4' : 'Letter'}
    </a>
    {#if value.source}
      <button
        type="button"
        class="btn btn-primary"
        disabled={sheet.busy || value.used}
        onclick={() => change(() => ask(api.POST('/api/sheets/{id}/use', path)))}
      >
        {value.used ? 'These colours are in use' : 'Use these colours'}
      </button>
    {/if}
  </div>
  <p class="mt-1" role="status">
    {#if value.source}
      Read {sources[value.source]}. {value.used
        ? 'Mixes are computed from it.'
        : 'Look it over, then use it.'}
    {:else}
      Print it on the paper you colour on, paint the boxes, let them dry, then bring in a picture.
    {/if}
  </p>
  {#if sheet.trouble}<div class="mt-3"><TroubleNote trouble={sheet.trouble} /></div>{/if}

  <div class="mt-5 grid items-start gap-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
    <div class="grid min-w-0 gap-4">
      {#each value.pictures as picture (picture.hash)}
        <SheetPicture
          {picture}
          sheet={value.id}
          chart={value.chart?.name}
          {lit}
          busy={sheet.busy}
          light={(box) => (lit = box)}
          {change}
        />
      {/each}
      <section class="sheet grid gap-3" aria-label="Bring in" aria-busy={sheet.busy}>
        <h2>{value.pictures.length === 0 ? 'Bring in a picture' : 'One more'}</h2>
        <fieldset class="flex flex-wrap gap-x-5">
          <legend class="sr-only">What kind of picture</legend>
          <label class="flex min-h-10 items-center gap-2"
            ><input class="radio radio-sm" type="radio" value="scan" bind:group={source} /> a scan, 300 dots per
            inch</label
          >
          <label class="flex min-h-10 items-center gap-2"
            ><input class="radio radio-sm" type="radio" value="photo" bind:group={source} /> a photo, in even daylight</label
          >
        </fieldset>
        <label class="grid gap-1">
          Picture of the whole sheet, PNG or JPEG
          <input
            class="file-input w-full"
            type="file"
            accept="image/png,image/jpeg"
            onchange={(event) => bringIn(event, 'pictures')}
          />
        </label>
        <ChartChoice chart={value.chart} beside="the sheet" done={bringInChart} />
        <label class="grid gap-1">
          or a meter's readings, CGATS text
          <input
            class="file-input w-full"
            type="file"
            accept=".txt,.ti3,.cgats,text/plain"
            onchange={(event) => bringIn(event, 'meter')}
          />
        </label>
        {#if value.metered > 0}
          <p>
            {value.metered} readings of a meter are here and count alone.
            <a class="underline" href="/api/sheets/{value.id}/meter.txt" download>Save them</a>
            <button
              type="button"
              class="underline"
              onclick={() => change(() => ask(api.DELETE('/api/sheets/{id}/meter', path)))}
              >Leave them out</button
            >
          </p>
        {/if}
        <p class="text-sm text-quiet">
          No sheet at hand? Stand-ins for the devices paint it and read it:
          <button type="button" class="underline" disabled={sheet.busy} onclick={() => standIn('scan')}
            >scanner</button
          >,
          <button type="button" class="underline" disabled={sheet.busy} onclick={() => standIn('photo')}
            >phone</button
          >,
          <button
            type="button"
            class="underline"
            disabled={sheet.busy}
            onclick={() => standIn('photoWithChart')}>phone with a colour chart in the shot</button
          >,
          <button type="button" class="underline" disabled={sheet.busy} onclick={() => standIn('meter')}
            >colour meter</button
          >.
        </p>
      </section>
    </div>
    <SheetRows rows={value.rows} {lit} light={(box) => (lit = box)} {leaveOut} />
  </div>
{:else if sheet.trouble}
  <div class="mt-6"><TroubleNote trouble={sheet.trouble} again={sheet.refresh} /></div>
{/if}
