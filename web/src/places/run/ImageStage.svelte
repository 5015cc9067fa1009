<script lang="ts">
  import { api, ask } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import { useRun } from '../../state/run.svelte';
  import AreaOverlay from './AreaOverlay.svelte';
  import BringIn from './BringIn.svelte';

  const run = useRun();
  const work = new Resource(async () => undefined);
  const id = $derived(run.value?.id ?? '');
  const image = $derived(run.value?.image);

  let chosen = $state<number[]>([]);
  let cutting = $state(false);
  const path = $derived({ path: { id } });

  function pick(area: number) {
    chosen = chosen.includes(area) ? chosen.filter((a) => a !== area) : [...chosen, area];
  }

  async function correct(body: {
    join: number[] | null;
    split: number | null;
    stroke: { x: number; y: number }[] | null;
  }) {
    cutting = false;
    const worked = await work.attempt(() =>
      ask(api.POST('/api/runs/{id}/image/corrections', { params: path, body })),
    );
    if (worked) chosen = [];
    await run.refresh();
  }

  const join = () => correct({ join: chosen, split: null, stroke: null });
  const split = (stroke: { x: number; y: number }[]) =>
    correct({ join: null, split: chosen[0] ?? 0, stroke });

  /** A straight cut through the middle of the chosen area, for the keyboard. */
  function cut(across: boolean) {
    const centre = image?.areas.find((area) => area.id === chosen[0])?.centre;
    if (!centre) return;
    const far = 1000;
    void split(
      across
        ? [
            { x: -far, y: centre.y },
            { x: far, y: centre.y },
          ]
        : [
            { x: centre.x, y: -far },
            { x: centre.x, y: far },
          ],
    );
  }

  async function undo() {
    await work.attempt(() => ask(api.DELETE('/api/runs/{id}/image/corrections/last', { params: path })));
    await run.refresh();
  }

  async function rename(area: number, name: string) {
    await work.attempt(() =>
      ask(
        api.PUT('/api/runs/{id}/image/areas/{area}/name', { params: { path: { id, area } }, body: { name } }),
      ),
    );
    await run.refresh();
  }
</script>

{#if image}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
    <div>
      <div class="max-h-[66vh]" style:aspect-ratio="{image.widthMm} / {image.heightMm}">
        <CardPicture
          {image}
          paper={run.value?.paperColour ?? '#fbfaf7'}
          label="The image with {image.areas.length} numbered areas"
        >
          <AreaOverlay
            {image}
            {chosen}
            {pick}
            stroke={cutting ? (from, to) => split([from, to]) : undefined}
          />
        </CardPicture>
      </div>
      <p class="mt-2 text-sm text-quiet">
        {image.fileName}, {image.widthMm.toFixed(0)} x {image.heightMm.toFixed(0)} mm
      </p>
    </div>

    <div class="grid content-start gap-5">
      <div class="flex flex-wrap gap-3">
        <button
          type="button"
          class="btn btn-primary"
          onclick={() => navigate('/runs/:id/colours', { params: { id } })}
        >
          Choose the colours
        </button>
      </div>
      <section class="sheet grid gap-3" aria-label="Corrections">
        <p>
          {#if cutting}
            Draw a stroke across area {chosen[0]}, from line to line.
          {:else if chosen.length === 0}
            Pick areas on the picture or in the list: two or more to join, one to split.
          {:else}
            Picked: {chosen.join(', ')}.
          {/if}
        </p>
        <div class="flex flex-wrap gap-2">
          <button type="button" class="btn btn-line" disabled={chosen.length < 2 || work.busy} onclick={join}
            >Join</button
          >
          <button
            type="button"
            class="btn btn-line"
            aria-pressed={cutting}
            disabled={chosen.length !== 1 || work.busy}
            onclick={() => (cutting = !cutting)}>Split by a stroke</button
          >
          <button
            type="button"
            class="btn btn-line"
            disabled={chosen.length !== 1 || work.busy}
            onclick={() => cut(true)}
          >
            Cut across
          </button>
          <button
            type="button"
            class="btn btn-line"
            disabled={chosen.length !== 1 || work.busy}
            onclick={() => cut(false)}
          >
            Cut down
          </button>
          <button type="button" class="btn btn-line" disabled={!image.canUndo || work.busy} onclick={undo}
            >Undo</button
          >
        </div>
        {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
      </section>

      <section aria-label="Areas" class="max-h-[38vh] overflow-y-auto pr-1">
        <ul class="grid gap-1">
          {#each image.areas as area (area.id)}
            <li class="flex items-center gap-3">
              <label class="flex min-h-10 items-center gap-2">
                <input
                  class="checkbox checkbox-sm"
                  type="checkbox"
                  checked={chosen.includes(area.id)}
                  onchange={() => pick(area.id)}
                />
                <span class="w-8 font-bold">{area.id}</span>
                <span class="sr-only">Pick area {area.id}</span>
              </label>
              <input
                class="input input-sm flex-1"
                aria-label="Name of area {area.id}"
                maxlength="60"
                value={area.name}
                onchange={(event) => rename(area.id, event.currentTarget.value)}
              />
              <span class="w-24 text-right text-sm">{area.sizeMm2.toFixed(0)} mm²</span>
            </li>
          {/each}
        </ul>
      </section>

      <details>
        <summary class="cursor-pointer underline">Bring in another image</summary>
        <div class="mt-3"><BringIn run={id} replaces done={() => void run.refresh()} /></div>
      </details>
    </div>
  </div>
{:else if run.value}
  <p class="mb-5 max-w-prose">
    Scan a stamped panel flat and straight, dark on light, at 300 dots per inch if you can; or bring in a
    drawing as SVG. Every part of it that its lines enclose becomes an area to colour.
  </p>
  <BringIn run={id} replaces={false} done={() => void run.refresh()} />
{/if}
