<script lang="ts">
  import { api, ask, type AreaMark, type Image, type Point } from '../../api/client';
  import { FollowedJob } from '../../parts/job.svelte';
  import JobProgress from '../../parts/JobProgress.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';
  import AreaNaming from './AreaNaming.svelte';
  import { marks } from './marks';
  import ShortLines from './ShortLines.svelte';

  let {
    image,
    chosen = $bindable(),
    drawing = $bindable(),
    short = $bindable(),
  }: {
    image: Image;
    chosen: number[];
    drawing?: 'cut' | 'gap';
    /** From lines that stop short to the lines ahead of them, to be shown on the picture. */
    short: Point[][];
  } = $props();

  const run = useRun();
  const work = new Resource(async () => undefined);
  const again = new FollowedJob(() => void run.refresh());
  const path = $derived({ path: { id: pieceOf(run.value)?.id ?? '' } });
  let said = $state('');

  async function change(what: () => Promise<unknown>, keep = false) {
    drawing = undefined;
    said = '';
    const worked = await work.attempt(what);
    if (worked && !keep) chosen = [];
    await run.refresh();
  }
  const correct = (body: { join: number[] | null; split: number | null; stroke: Point[] | null }) =>
    change(() => ask(api.POST('/api/pieces/{id}/image/corrections', { params: path, body })));

  /** What was drawn on the picture: a cut through the picked area, or a line over a gap. */
  export function draw(stroke: Point[]) {
    if (drawing === 'gap') return findAgain({ longestMm: null, stroke, smallestMm2: null });
    return correct({ join: null, split: chosen[0] ?? 0, stroke });
  }

  /** A straight cut through the middle of the picked area, for the keyboard. */
  function cut(across: boolean) {
    const centre = image.areas.find((area) => area.id === chosen[0])?.centre;
    if (!centre) return;
    const far = 1000;
    void correct({
      join: null,
      split: chosen[0] ?? 0,
      stroke: across
        ? [
            { x: -far, y: centre.y },
            { x: far, y: centre.y },
          ]
        : [
            { x: centre.x, y: -far },
            { x: centre.x, y: far },
          ],
    });
  }

  /** Several gaps at once, made and taken back together. */
  const bridge = ([stroke, ...also]: Point[][]) =>
    findAgain({ longestMm: null, stroke: stroke ?? null, smallestMm2: null, also });

  function findAgain(body: {
    longestMm: number | null;
    stroke: Point[] | null;
    smallestMm2: number | null;
    also?: Point[][];
  }) {
    drawing = undefined;
    return again.start(() => ask(api.POST('/api/pieces/{id}/image/gaps', { params: path, body })));
  }

  async function undo() {
    let job: { job: string } | undefined;
    await change(async () => {
      const answer = await ask<object>(
        api.DELETE('/api/pieces/{id}/image/corrections/last', { params: path }),
      );
      if ('job' in answer) job = answer as { job: string };
    });
    if (job) await again.start(async () => job as { job: string });
  }

  async function alike() {
    const area = chosen[0] ?? 0;
    await work.attempt(async () => {
      chosen = await ask(
        api.GET('/api/pieces/{id}/image/areas/{area}/alike', { params: { path: { ...path.path, area } } }),
      );
      said = chosen.length === 1 ? `No other area is like ${area}.` : `${chosen.length} areas are alike.`;
    });
  }

  const mark = (value: AreaMark | null) =>
    change(
      () =>
        ask(api.PUT('/api/pieces/{id}/image/marks', { params: path, body: { areas: chosen, mark: value } })),
      true,
    );

  const lined = $derived(image.shows !== 'print'); // only lines have gaps
  const idle = $derived(!work.busy && !again.busy);
  const one = $derived(chosen.length === 1 && idle);
  const several = $derived(chosen.length > 1 && idle);
  const any = $derived(one || several);
  const marked = $derived(image.areas.some((area) => chosen.includes(area.id) && area.mark));
</script>

<section class="sheet grid gap-3" aria-label="Corrections">
  <p>
    {#if drawing === 'cut'}
      Draw a stroke across area {chosen[0]}, from line to line.
    {:else if drawing === 'gap'}
      Draw a stroke over the gap, from line to line.
    {:else if chosen.length === 0}
      Pick areas on the picture or in the list.
    {:else}
      Picked: {chosen.join(', ')}. {said}
    {/if}
  </p>
  <div class="flex flex-wrap gap-2">
    <button
      type="button"
      class="btn btn-line"
      disabled={!several}
      onclick={() => correct({ join: chosen, split: null, stroke: null })}>Join</button
    >
    <button
      type="button"
      class="btn btn-line"
      aria-pressed={drawing === 'cut'}
      disabled={!one}
      onclick={() => (drawing = drawing === 'cut' ? undefined : 'cut')}>Split by a stroke</button
    >
    <button type="button" class="btn btn-line" disabled={!one} onclick={() => cut(true)}>Cut across</button>
    <button type="button" class="btn btn-line" disabled={!one} onclick={() => cut(false)}>Cut down</button>
    <button type="button" class="btn btn-line" disabled={!one} onclick={alike}>Pick all alike</button>
    {#if lined}
      <button
        type="button"
        class="btn btn-line"
        aria-pressed={drawing === 'gap'}
        disabled={again.busy}
        onclick={() => (drawing = drawing === 'gap' ? undefined : 'gap')}>Close a gap</button
      >
    {/if}
    <button type="button" class="btn btn-line" disabled={!image.canUndo || !idle} onclick={undo}>Undo</button>
  </div>
  {#if any}
    <div class="flex flex-wrap gap-x-4 gap-y-1" role="group" aria-label="Mark what is picked">
      {#each Object.entries(marks) as [key, words] (key)}
        <button type="button" class="min-h-9 underline" onclick={() => mark(key as AreaMark)}
          >{words.mark}</button
        >
      {/each}
      {#if marked}<button type="button" class="min-h-9 underline" onclick={() => mark(null)}>Colour it</button
        >{/if}
    </div>
  {/if}
  {#if any}<AreaNaming {image} {chosen} piece={path.path.id} change={(what) => change(what, true)} />{/if}
  <div class="grid grid-cols-[minmax(0,auto)_minmax(0,1fr)_4.5rem] items-center gap-x-3 gap-y-2 text-sm">
    {#if lined}<label class="contents">
        Bridge gaps up to
        <input
          class="range range-sm"
          type="range"
          min="0"
          max="2.5"
          step="0.1"
          value={image.gapMm}
          disabled={again.busy}
          onchange={(event) =>
            findAgain({ longestMm: event.currentTarget.valueAsNumber, stroke: null, smallestMm2: null })}
        />
      </label>
      <span class="text-right">{image.gapMm.toFixed(1)} mm</span>{/if}
    <label class="contents">
      Smallest area
      <input
        class="range range-sm"
        type="range"
        min="2"
        max="60"
        step="1"
        value={image.smallestMm2}
        disabled={again.busy}
        onchange={(event) =>
          findAgain({ longestMm: null, stroke: null, smallestMm2: event.currentTarget.valueAsNumber })}
      />
    </label>
    <span class="text-right">{image.smallestMm2.toFixed(0)} mm²</span>
  </div>
  {#if lined}<ShortLines piece={path.path.id} {image} busy={again.busy} {bridge} bind:shown={short} />{/if}
  <JobProgress work={again} />
  {#if again.job?.state === 'done'}<p role="status">{again.job.message}</p>{/if}
  {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
</section>
