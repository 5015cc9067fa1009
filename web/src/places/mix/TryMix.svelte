<script lang="ts">
  import { api, ask, type MixTried, type StashItem } from '../../api/client';
  import Ladder from '../../parts/Ladder.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { effectWords } from '../../parts/words';
  import { Resource } from '../../state/resource.svelte';
  import Tones from './Tones.svelte';

  let {
    paper,
    colourants,
    tried = $bindable(),
    water = $bindable(),
  }: {
    paper: string;
    colourants: StashItem[];
    tried: { id: string; parts: number }[];
    water: number;
  } = $props();

  const mostColourants = 3;
  const mostParts = 8;
  const look = new Resource<MixTried>(() =>
    ask(
      api.POST('/api/mix/try', {
        body: {
          paper,
          parts: tried.map((part) => ({ colourant: part.id, parts: part.parts })),
          water,
          under: under ? { parts: [{ colourant: under, parts: 1 }], water: underWater } : null,
          areaCm2: area,
          cards,
        },
      }),
    ),
  );
  let under = $state('');
  let underWater = $state(4);
  let area = $state<number | null>(20);
  let cards = $state(6);
  $effect(() => {
    void [paper, water, under, underWater, area, cards, JSON.stringify(tried)];
    if (tried.length > 0) void look.refresh();
  });
  const ground = $derived((under ? look.value?.ground : look.value?.layers[0]?.paper) ?? '');
  const drops = (count: number) => (count === 1 ? '1 drop' : `${count} drops`);

  const nameOf = (id: string) => colourants.find((item) => item.id === id)?.name ?? 'put away';
  const free = $derived(colourants.filter((item) => !tried.some((part) => part.id === item.id)));
  function change(id: string, by: number) {
    tried = tried
      .map((part) => (part.id === id ? { ...part, parts: Math.min(mostParts, part.parts + by) } : part))
      .filter((part) => part.parts > 0);
  }
</script>

{#snippet counter(name: string, value: number, less: () => void, more: () => void)}
  <div class="flex items-center gap-2">
    <button type="button" class="btn btn-line btn-sm w-10" aria-label="Less {name}" onclick={less}>−</button>
    <span class="w-6 text-center font-bold">{value}</span>
    <button type="button" class="btn btn-line btn-sm w-10" aria-label="More {name}" onclick={more}>+</button>
    {name}
  </div>
{/snippet}

<section class="mt-8 border-t-2 border-hair pt-5" aria-label="Try a mix">
  <h2>Try a mix</h2>
  <div class="mt-3 grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]">
    <div class="sheet grid gap-3">
      {#each tried as part (part.id)}
        {@render counter(
          nameOf(part.id),
          part.parts,
          () => change(part.id, -1),
          () => change(part.id, 1),
        )}
      {/each}
      {#if tried.length < mostColourants}
        <label class="grid gap-1">
          Add a colour
          <select
            class="select w-full"
            value=""
            onchange={(event) => {
              if (event.currentTarget.value) tried = [...tried, { id: event.currentTarget.value, parts: 1 }];
              event.currentTarget.value = '';
            }}
          >
            <option value="">Choose one</option>
            {#each free as item (item.id)}<option value={item.id}>{item.name}</option>{/each}
          </select>
        </label>
      {/if}
      {#if tried.length > 0}
        {@render counter(
          'parts of water',
          water,
          () => (water = Math.max(0, water - 1)),
          () => (water = Math.min(16, water + 1)),
        )}
        <label class="mt-2 grid gap-1">
          Over a dry layer of
          <select class="select w-full" bind:value={under}>
            <option value="">nothing, the bare paper</option>
            {#each colourants as item (item.id)}<option value={item.id}>{item.name}</option>{/each}
          </select>
        </label>
        {#if under}
          {@render counter(
            'parts of water in it',
            underWater,
            () => (underWater = Math.max(0, underWater - 1)),
            () => (underWater = Math.min(16, underWater + 1)),
          )}
        {/if}
        <fieldset class="mt-2 grid gap-2">
          <legend class="mb-1 font-bold">How much to mix</legend>
          <div class="flex flex-wrap items-center gap-2">
            <label class="flex items-center gap-2">
              <input class="input w-24" type="number" min="0.5" max="2000" step="0.5" bind:value={area} /> cm² a
              card,
            </label>
            <label class="flex items-center gap-2">
              <input class="input w-20" type="number" min="1" max="24" bind:value={cards} /> cards
            </label>
          </div>
          {#if look.value?.prepared}
            {@const prepared = look.value.prepared}
            <p role="status">
              {#each tried as part, index (part.id)}
                <strong>{drops(prepared.colourDrops[index] ?? 0)}</strong>
                {nameOf(part.id)}{index < tried.length - 1 ? ', ' : ''}
              {/each}
              and <strong>{drops(prepared.waterDrops)}</strong> water: at least {prepared.millilitres.toFixed(
                1,
              )} ml, as much again as the paper takes, so that it need not be matched later.
            </p>
          {/if}
        </fieldset>
      {/if}
    </div>
    <div class="grid gap-5">
      {#if look.trouble}<TroubleNote trouble={look.trouble} again={look.refresh} />{/if}
      {#if tried.length === 0}
        <p>Take a recipe from above, or add colours, to see the mix thinned, layered and on your papers.</p>
      {:else if look.value}
        <Ladder title="Thinned, colour to water" steps={look.value.strengths} paper={ground} />
        <Ladder title="Layered, each on the dry one before" steps={look.value.layers} paper={ground} />
        {@const itself = look.value.layers[0]}
        {#if itself}
          <Tones title="Its shadow" tones={look.value.shadows} colour={itself.colour} paper={itself.paper} />
          <Tones title="Its light" tones={look.value.lights} colour={itself.colour} paper={itself.paper} />
        {/if}
        <div>
          <p class="mb-1">The same on your papers</p>
          <ul class="grid gap-3 sm:grid-cols-2 md:grid-cols-3">
            {#each look.value.papers as c (c.name)}
              <li>
                <Swatch
                  colours={c.effect === 'shows' ? [c.colour] : [c.colour, c.overWhite]}
                  paper={c.paper}
                  label="The mix on {c.name}{c.effect === 'shows' ? '' : ', and over opaque white'}"
                />
                <span class="text-sm">
                  {c.name}{#if c.effect !== 'shows'}<br /><strong>{effectWords[c.effect]}</strong>; beside it
                    over white{/if}
                </span>
              </li>
            {/each}
          </ul>
        </div>
      {/if}
    </div>
  </div>
</section>
