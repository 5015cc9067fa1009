<script lang="ts">
  import { api, ask, type SheetListed, type StashItem } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate, p } from '../../routes';
  import { Resource } from '../../state/resource.svelte';

  let { colourants }: { colourants: StashItem[] } = $props();

  const most = 12;
  const sheets = new Resource<SheetListed[]>(() => ask(api.GET('/api/sheets')));
  void sheets.refresh();
  const paintable = $derived(colourants.filter((item) => item.colourant?.mixes));
  let chosen = $state<string[]>([]);
  let size = $state<'a4' | 'letter'>('a4');
  const stateOf = (sheet: SheetListed) =>
    sheet.used ? 'in use' : sheet.pictures > 0 || sheet.metered ? 'read, not used yet' : 'to be painted';

  const fillUp = () =>
    (chosen = paintable
      .filter((item) => item.colourant?.howSure === null)
      .slice(0, most)
      .map((item) => item.id));

  async function make(event: SubmitEvent) {
    event.preventDefault();
    const worked = await sheets.attempt(async () => {
      const made = await ask(api.POST('/api/sheets', { body: { colourants: chosen, size } }));
      await navigate('/sheets/:id', { params: { id: made.id } });
    });
    if (worked) chosen = [];
  }
</script>

<section class="grid gap-3" aria-label="Swatch sheets">
  <h2>Swatch sheets</h2>
  <p class="text-sm">
    Paint a printed sheet, scan it, and Nube knows your own colours: every wash, mix and glaze is then
    computed from them.
  </p>
  {#if sheets.trouble}<TroubleNote trouble={sheets.trouble} again={sheets.refresh} />{/if}
  <ul class="grid gap-1">
    {#each sheets.value ?? [] as sheet (sheet.id)}
      <li>
        <a class="underline" href={p('/sheets/:id', { params: { id: sheet.id } })}>Sheet {sheet.number}</a>:
        {sheet.names.length === 1 ? sheet.names[0] : `${sheet.names.length} colours`}, {stateOf(sheet)}
      </li>
    {/each}
  </ul>
  <details ontoggle={(event) => event.currentTarget.open && chosen.length === 0 && fillUp()}>
    <summary class="cursor-pointer underline">Make a sheet</summary>
    <form class="sheet mt-3 grid gap-3" onsubmit={make}>
      <fieldset class="grid max-h-72 gap-x-4 overflow-y-auto">
        <legend class="mb-1">Up to twelve colours; those not measured yet are chosen</legend>
        {#each paintable as item (item.id)}
          <label class="flex min-h-10 items-center gap-2">
            <input
              class="checkbox checkbox-sm"
              type="checkbox"
              value={item.id}
              disabled={chosen.length >= most && !chosen.includes(item.id)}
              bind:group={chosen}
            />
            {item.name}
          </label>
        {/each}
      </fieldset>
      <fieldset class="flex flex-wrap gap-x-5">
        <legend>On</legend>
        <label class="flex min-h-10 items-center gap-2"
          ><input class="radio radio-sm" type="radio" value="a4" bind:group={size} /> A4</label
        >
        <label class="flex min-h-10 items-center gap-2"
          ><input class="radio radio-sm" type="radio" value="letter" bind:group={size} /> Letter</label
        >
      </fieldset>
      <button type="submit" class="btn btn-primary" disabled={chosen.length === 0 || sheets.busy}>
        Make the sheet
      </button>
    </form>
  </details>
</section>
