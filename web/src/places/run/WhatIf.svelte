<script lang="ts">
  import { api, ask, type Deviation, type WhatIf } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { deviationWords } from '../../parts/words';
  import { nearAreas } from '../../state/closeView';
  import { Resource } from '../../state/resource.svelte';
  import { paperOf, pieceOf, useRun } from '../../state/run.svelte';

  // What a mistake would do in one area, beside the plan.
  let { painted }: { painted: number[] } = $props();

  const run = useRun();
  const image = $derived(pieceOf(run.value)?.image ?? null);
  const areas = $derived(
    (image?.areas ?? [])
      .filter((area) => painted.includes(area.id))
      .toSorted((one, other) => other.sizeMm2 - one.sizeMm2),
  );
  let chosen = $state<number>();
  const area = $derived(areas.find((one) => one.id === chosen) ?? areas[0]);
  const papers = new Resource<{ id: string; name: string }[]>(async () =>
    (await ask(api.GET('/api/stash'))).filter((item) => item.kind === 'paper'),
  );
  void papers.refresh();

  let asked = $state<Deviation>();
  let paper = $state<string>();
  const seen = new Resource<WhatIf>(() =>
    ask(
      api.POST('/api/runs/{id}/plan/what-if', {
        params: { path: { id: run.value?.id ?? '' } },
        body: { area: area?.id ?? 0, what: asked ?? 'tooEarly', paper },
      }),
    ),
  );
  function show(what: Deviation, on?: string) {
    asked = what;
    paper = on;
    void seen.refresh();
  }
  const sides = $derived(
    seen.value && asked
      ? [
          { look: seen.value.planned, words: 'As planned' },
          { look: seen.value.instead, words: deviationWords[asked] },
        ]
      : [],
  );
  const hasDams = $derived((image?.dams.lines ?? 'none') !== 'none');
  const kinds = $derived(
    (Object.keys(deviationWords) as Deviation[]).filter(
      (what) => what !== 'otherPaper' && (what !== 'noDams' || hasDams),
    ),
  );
</script>

<section aria-label="What if" class="sheet mt-4">
  <div class="flex flex-wrap items-end gap-3">
    <h2 class="mr-2">What if</h2>
    <label class="grid gap-1">
      <span class="text-sm">In this area</span>
      <select
        class="select w-60"
        value={area?.id}
        onchange={(event) => {
          chosen = Number(event.currentTarget.value);
          if (asked) show(asked, paper);
        }}
      >
        {#each areas as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </select>
    </label>
    {#each kinds as what (what)}
      <button
        type="button"
        class={['btn btn-sm', asked === what ? 'btn-primary' : 'btn-line']}
        disabled={seen.busy || !area}
        aria-pressed={asked === what}
        onclick={() => show(what)}>{deviationWords[what]}</button
      >
    {/each}
    <label class="grid gap-1">
      <span class="text-sm">On another paper</span>
      <select
        class="select w-60"
        value={asked === 'otherPaper' ? paper : ''}
        disabled={seen.busy || !area}
        onchange={(event) => event.currentTarget.value && show('otherPaper', event.currentTarget.value)}
      >
        <option value="">as planned</option>
        {#each papers.value ?? [] as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
      </select>
    </label>
  </div>
  <div aria-live="polite">
    {#if seen.busy}<p class="mt-3">Painting it both ways</p>
    {:else if seen.trouble}<div class="mt-3"><TroubleNote trouble={seen.trouble} /></div>
    {:else if seen.value && asked && area}
      <p class="mt-3">{seen.value.sentence}</p>
    {/if}
  </div>
  {#if seen.value && !seen.busy && !seen.trouble && asked && area}
    <div class="mt-3 grid max-w-3xl grid-cols-2 gap-4">
      {#each sides as side (side.words)}
        <figure>
          <div class="aspect-[4/3]">
            <CardPicture
              {image}
              paper={paperOf(run.value)}
              mat={false}
              look={side.look}
              view={nearAreas(image, [area.id])}
              label="{area.name}: {side.words}"
            />
          </div>
          <figcaption class="mt-1 text-center font-bold">{side.words}</figcaption>
        </figure>
      {/each}
    </div>
  {/if}
</section>
