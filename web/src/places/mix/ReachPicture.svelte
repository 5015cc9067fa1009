<script lang="ts">
  import { api, ask, type Reach, type StashItem } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  import SetOfColours from './SetOfColours.svelte';

  // One strip for each lightness: hues along it, and as high as the chroma goes; the line is what it is compared with.
  let { paper, colourants, kit }: { paper: string; colourants: StashItem[]; kit: string[] } = $props();

  type Side = 'all' | 'kit' | 'catalogue' | 'chosen';
  let set = $state<Side>('all');
  let against = $state<Side>('catalogue');
  const all = $derived(colourants.slice(0, 48).map((item) => item.id));
  let first = $state<string[]>([]);
  let second = $state<string[]>([]);
  const ids = (side: Side, picked: string[]) =>
    ({ all, kit, catalogue: [], chosen: picked.length < 2 ? all : picked })[side];
  const words: Record<Side, string> = {
    all: 'yours',
    kit: 'the kit',
    catalogue: 'the catalogue',
    chosen: 'the other set',
  };
  const reach = new Resource<Reach>(() =>
    ask(
      api.POST('/api/mix/reach', {
        body: { paper, colourants: ids(set, first), against: ids(against, second) },
      }),
    ),
  );
  $effect(() => {
    if (kit.length > 0) return;
    if (set === 'kit') set = 'all';
    if (against === 'kit') against = 'catalogue';
  });
  $effect(() => {
    void [paper, set, against, all, kit, first, second];
    void reach.refresh();
  });

  const most = 130; // chroma at the top of a strip
  const high = 72;
  const bar = 14;
  const width = 36 * bar;
  const y = (chroma: number) => high - (Math.min(chroma, most) / most) * high;
  const line = (chroma: readonly number[]) =>
    chroma.map((value, sector) => `${sector === 0 ? 'M' : 'L'}${sector * bar} ${y(value)}h${bar}`).join('');
  const hues = [
    { at: 30, words: 'red' },
    { at: 62, words: 'orange' },
    { at: 92, words: 'yellow' },
    { at: 155, words: 'green' },
    { at: 200, words: 'blue-green' },
    { at: 255, words: 'blue' },
    { at: 305, words: 'violet' },
    { at: 345, words: 'rose' },
  ];
</script>

<section aria-label="Reach" aria-busy={reach.busy}>
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <h2>Reach</h2>
    <label class="flex items-center gap-2">
      of
      <select class="select w-44" bind:value={set}>
        <option value="all">all your colours</option>
        <option value="kit" disabled={kit.length === 0}>the kit shown here</option>
        <option value="chosen">a set I choose</option>
      </select>
    </label>
    <label class="flex items-center gap-2">
      against
      <select class="select w-44" bind:value={against}>
        <option value="catalogue">the catalogue</option>
        <option value="all">all your colours</option>
        <option value="kit" disabled={kit.length === 0}>the kit shown here</option>
        <option value="chosen">another set I choose</option>
      </select>
    </label>
  </div>
  {#if set === 'chosen'}
    <SetOfColours label="This set" {colourants} bind:chosen={first} />
  {/if}
  {#if against === 'chosen'}
    <SetOfColours label="The other set" {colourants} bind:chosen={second} />
  {/if}
  {#if reach.trouble}<div class="mt-3">
      <TroubleNote trouble={reach.trouble} again={reach.refresh} />
    </div>{/if}
  {#if reach.value}
    {@const value = reach.value}
    <p class="mt-2" role="status">
      {value.colourants} colours, mixed two at a time, reach
      <strong>{Math.round(value.share * 100)} %</strong>
      of what
      {value.against} of {words[against]} reach.
    </p>
    <div class="sheet mt-3 grid gap-1">
      {#each [...value.slices].reverse() as slice (slice.lightness)}
        <svg
          viewBox="-64 0 {width + 64} {high}"
          class="block w-full"
          role="img"
          aria-label="At lightness {slice.lightness}: chroma reached by hue"
        >
          <text x="-8" y={high - 6} text-anchor="end" font-size="11">L* {slice.lightness}</text>
          {#each slice.chroma as chroma, sector (sector)}
            <rect
              x={sector * bar}
              y={y(chroma)}
              width={bar}
              height={high - y(chroma)}
              fill={slice.colours[sector]}
            />
          {/each}
          <path
            d={line(slice.againstChroma)}
            fill="none"
            stroke="#1d2026"
            stroke-width="1.4"
            stroke-dasharray="4 2"
          />
          <path d="M0 {high}H{width}" stroke="#6d7076" />
        </svg>
      {/each}
      <svg viewBox="-64 0 {width + 64} 16" class="block w-full" aria-hidden="true">
        {#each hues as hue (hue.words)}
          <text x={(hue.at / 360) * width} y="12" text-anchor="middle" font-size="11">{hue.words}</text>
        {/each}
      </svg>
    </div>
    <p class="mt-1 text-sm text-quiet">
      Filled: what this set makes, higher for purer colour. Dashed: what it is compared with. Strips from
      light to dark.
    </p>
    <h3 class="mt-4">Gaps</h3>
    {#if value.gaps.length > 0}
      <p>
        {value.gaps
          .map((gap) => gap.name)
          .filter((name, index, names) => names.indexOf(name) === index)
          .join(', ')}.
      </p>
    {:else}
      <p>None worth a name.</p>
    {/if}
  {/if}
</section>
