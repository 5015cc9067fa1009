<script lang="ts">
  import { api, ask, type Run, type StashItem } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf } from '../../state/run.svelte';
  import FromPhoto from './FromPhoto.svelte';

  let {
    colour = $bindable(),
    most = $bindable(),
    without = $bindable(),
    paper,
    choosePaper,
    papers,
    colourants,
  }: {
    colour: string;
    most: number;
    /** Colours that are not to be mixed from. */
    without: string[];
    paper: string;
    choosePaper: (id: string) => void;
    papers: StashItem[];
    colourants: StashItem[];
  } = $props();

  const runs = new Resource<Run[]>(() => ask(api.GET('/api/runs')));
  void runs.refresh();
  let run = $state('');
  const ofRun = new Resource<string[]>(async () => {
    const id = pieceOf(runs.value?.find((one) => one.id === run))?.id ?? '';
    const colours = await ask(api.GET('/api/pieces/{id}/colours', { params: { path: { id } } }));
    return [...new Set(colours.areas.map((area) => area.wish))];
  });

  const counts = [
    { most: 1, words: 'one alone' },
    { most: 2, words: 'two' },
    { most: 3, words: 'three' },
  ];
</script>

<section class="sheet grid gap-4" aria-label="The colour wanted">
  <h2>A colour wanted</h2>
  <div class="flex flex-wrap items-center gap-3">
    <ColourField bind:colour />
  </div>
  <FromPhoto take={(taken) => (colour = taken)} />
  <div class="flex flex-wrap gap-1" role="group" aria-label="Start from a wash of">
    {#each colourants.slice(0, 24) as item (item.id)}
      <button
        type="button"
        class="h-9 w-9 rounded-full border-2 border-[#6d7076]"
        style:background={item.colourant?.wash}
        title="A wash of {item.name}"
        aria-label="A wash of {item.name}"
        onclick={() => (colour = item.colourant?.wash ?? colour)}
      ></button>
    {/each}
  </div>
  <label class="grid gap-1">
    Or from a run
    <select
      class="select w-full"
      value={run}
      onchange={(event) => {
        run = event.currentTarget.value;
        if (run) void ofRun.refresh();
      }}
    >
      <option value="">choose one</option>
      {#each runs.value ?? [] as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
    </select>
  </label>
  {#if run && ofRun.value}
    <div class="flex flex-wrap gap-1" role="group" aria-label="Colours of the run">
      {#each ofRun.value as one (one)}
        <button
          type="button"
          class="h-9 w-9 rounded-full border-2 border-[#6d7076]"
          style:background={one}
          aria-label="The colour {one}"
          onclick={() => (colour = one)}
        ></button>
      {:else}
        <p class="text-sm">This run has no colours yet.</p>
      {/each}
    </div>
  {/if}
  <label class="grid gap-1">
    On
    <select class="select w-full" value={paper} onchange={(event) => choosePaper(event.currentTarget.value)}>
      {#each papers as item (item.id)}<option value={item.id}>{item.name}</option>{/each}
    </select>
  </label>
  <fieldset class="flex flex-wrap gap-x-5">
    <legend class="mb-1">Colours in the mix, at most</legend>
    {#each counts as count (count.most)}
      <label class="flex min-h-10 items-center gap-2">
        <input class="radio radio-sm" type="radio" name="most" value={count.most} bind:group={most} />
        {count.words}
      </label>
    {/each}
  </fieldset>
  <details>
    <summary class="cursor-pointer underline">
      From {without.length === 0
        ? 'all your colours'
        : `${colourants.length - without.length} of your colours`}
    </summary>
    <div class="mt-2 grid max-h-72 grid-cols-2 gap-x-4 overflow-y-auto">
      {#each colourants as item (item.id)}
        <label class="flex min-h-10 items-center gap-2">
          <input
            class="checkbox checkbox-sm"
            type="checkbox"
            checked={!without.includes(item.id)}
            onchange={(event) =>
              (without = event.currentTarget.checked
                ? without.filter((id) => id !== item.id)
                : [...without, item.id])}
          />
          {item.name}
        </label>
      {/each}
    </div>
  </details>
</section>
