<script lang="ts">
  import { api, ask, type ImageLight, type Point, type Values, type ZoneRule } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import CloseUp from '../../parts/CloseUp.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import { paperOf, pieceOf, useRun } from '../../state/run.svelte';
  import AreaCorrections from './AreaCorrections.svelte';
  import AreaList from './AreaList.svelte';
  import AreaOverlay from './AreaOverlay.svelte';
  import BringIn from './BringIn.svelte';
  import DamChoice from './DamChoice.svelte';
  import DepthPanel from './DepthPanel.svelte';
  import GreysPanel from './GreysPanel.svelte';
  import HowToStamp from './HowToStamp.svelte';
  import LightOverlay from './LightOverlay.svelte';
  import LightPanel from './LightPanel.svelte';
  import PrintedColours from './PrintedColours.svelte';
  import SceneView from './scene/SceneView.svelte';

  const run = useRun();
  const piece = $derived(pieceOf(run.value));
  const id = $derived(piece?.id ?? '');
  const path = $derived({ params: { path: { id } } });
  const image = $derived(piece?.image);

  const views = { scene: 'Scene', areas: 'Areas', light: 'Light', greys: 'In greys' };
  let view = $state<keyof typeof views>('areas');
  let chosen = $state<number[]>([]);
  let drawing = $state<'cut' | 'gap'>();
  let corrections = $state<AreaCorrections>();
  let short = $state.raw<Point[][]>([]);
  let bringing = $state(false);

  function pick(area: number) {
    chosen = chosen.includes(area) ? chosen.filter((a) => a !== area) : [...chosen, area];
  }

  const light = new Resource<ImageLight>(() => ask(api.GET('/api/pieces/{id}/image/light', path)));
  const values = new Resource<Values>(() => ask(api.GET('/api/pieces/{id}/image/values', path)));
  $effect(() => {
    void image;
    if (view === 'light') void light.refresh();
    if (view === 'greys') void values.refresh();
  });

  // A dial is turned faster than it is answered: one question at a time, and then the latest.
  let asking = false;
  let wanted: (() => Promise<ImageLight>) | undefined;
  async function relight(ask: () => Promise<ImageLight>) {
    wanted = ask;
    if (asking) return;
    asking = true;
    while (wanted) {
      const next = wanted;
      wanted = undefined;
      await light.attempt(async () => {
        const answer = await next();
        // What was turned meanwhile stays where it was put; only the zones are of a moment ago.
        const ahead = wanted && light.value;
        light.set(ahead ? { ...answer, degrees: ahead.degrees, rule: ahead.rule } : answer);
      });
    }
    asking = false;
  }
  function setLight(degrees: number, rule: ZoneRule) {
    if (light.value) light.value = { ...light.value, degrees, rule };
    void relight(() => ask(api.PUT('/api/pieces/{id}/image/light', { ...path, body: { degrees, rule } })));
  }
  const say = (one: number, other: number, front: number | null) =>
    relight(() => ask(api.PUT('/api/pieces/{id}/image/depth', { ...path, body: { one, other, front } })));
  function setRule(rule: ZoneRule | null) {
    const areas = $state.snapshot(chosen);
    if (areas.length === 0 && rule && light.value) return setLight(light.value.degrees, rule);
    void relight(() => ask(api.PUT('/api/pieces/{id}/image/light/own', { ...path, body: { areas, rule } })));
  }
</script>

{#snippet lookAt()}
  <div class="flex gap-4" role="group" aria-label="Look at">
    {#each Object.entries(views) as [key, words] (key)}
      <button
        type="button"
        class={['min-h-10 border-b-2 px-1', view === key ? 'border-ink font-bold' : 'border-transparent']}
        aria-pressed={view === key}
        onclick={() => {
          view = key as keyof typeof views;
          drawing = undefined;
        }}>{words}</button
      >
    {/each}
  </div>
{/snippet}

{#if piece && (view === 'scene' || (!image && piece.hasScene))}
  <SceneView {piece} lookAt={image ? lookAt : undefined} found={() => (view = 'areas')} />
{:else if image}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
    <div>
      <div class="max-h-[66vh]" style:aspect-ratio="{image.widthMm} / {image.heightMm}">
        <CloseUp {image} drawing={!!drawing || view === 'light'} label="The image">
          {#snippet children(seen, times)}
            <CardPicture
              {image}
              view={seen}
              paper={paperOf(run.value)}
              fills={view === 'greys' ? values.value?.greys : []}
              label="The image with {image.areas.length} numbered areas"
            >
              {#if view === 'light' && light.value}
                {@const rule = light.value.rule}
                <LightOverlay
                  {image}
                  light={light.value}
                  {chosen}
                  {pick}
                  turn={(degrees) => setLight(degrees, rule)}
                  goFrom={(from) => setRule({ ...(light.value?.own[String(chosen[0])] ?? rule), from })}
                />
              {:else}
                <AreaOverlay
                  {image}
                  {chosen}
                  {pick}
                  {times}
                  short={view === 'areas' ? short : []}
                  stroke={drawing && view === 'areas'
                    ? (from, to) => corrections?.draw([from, to])
                    : undefined}
                />
              {/if}
            </CardPicture>
          {/snippet}
        </CloseUp>
      </div>
      <p class="mt-2 text-sm text-quiet">
        {image.fileName}, {image.size}
      </p>
    </div>

    <div class="grid content-start gap-5">
      <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
        {@render lookAt()}
        <button
          type="button"
          class="btn btn-primary ml-auto"
          onclick={() => navigate('/runs/:id/colours', { params: { id: run.value?.id ?? '' } })}
        >
          Choose the colours
        </button>
      </div>
      {#if view === 'light'}
        {#if light.trouble}<TroubleNote trouble={light.trouble} again={light.refresh} />{/if}
        {#if light.value}
          <LightPanel light={light.value} {chosen} set={setRule} follow={() => setRule(null)} />
          <DepthPanel light={light.value} {chosen} {say} />
        {/if}
      {:else if view === 'greys'}
        {#if values.trouble}<TroubleNote trouble={values.trouble} />{/if}
        {#if values.value}<GreysPanel values={values.value} pick={(areas) => (chosen = areas)} />{/if}
      {:else}
        <AreaCorrections {image} bind:chosen bind:drawing bind:short bind:this={corrections} />
        {#if image.shows !== 'print'}<DamChoice {image} {chosen} />{/if}
        {#if image.shows !== 'print'}<HowToStamp piece={id} />{/if}
        {#if image.shows !== 'lines'}<PrintedColours piece={id} {image} bind:chosen />{/if}
        <AreaList {image} {chosen} {pick} />
        <details bind:open={bringing}>
          <summary class="cursor-pointer underline">Bring in another image</summary>
          <!-- Only while it is open: what is pasted is taken by nothing that is not seen. -->
          {#if bringing}
            <div class="mt-3"><BringIn piece={id} replaces done={() => void run.refresh()} /></div>
          {/if}
        </details>
      {/if}
    </div>
  </div>
{:else if run.value}
  <p class="mb-5 max-w-prose">
    Scan a stamped panel flat and straight, dark on light, at 300 dots per inch if you can; or bring in a
    drawing as SVG. Every part of it that its lines enclose becomes an area to colour. A print in colour
    without lines is read too: each part of it becomes an area.
  </p>
  <BringIn piece={id} done={() => void run.refresh()} />
  <p class="mt-8">
    Several images on one panel, one behind the other?
    <button type="button" class="underline" onclick={() => (view = 'scene')}>Lay out a scene</button>.
  </p>
{/if}
