<script lang="ts">
  import { api, ask, type Image } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { useRun } from '../../state/run.svelte';

  type Point = { x: number; y: number };

  let {
    image,
    chosen = $bindable(),
    cutting = $bindable(),
  }: { image: Image; chosen: number[]; cutting: boolean } = $props();

  const run = useRun();
  const work = new Resource(async () => undefined);
  const path = $derived({ path: { id: run.value?.id ?? '' } });

  async function correct(body: { join: number[] | null; split: number | null; stroke: Point[] | null }) {
    cutting = false;
    const worked = await work.attempt(() =>
      ask(api.POST('/api/runs/{id}/image/corrections', { params: path, body })),
    );
    if (worked) chosen = [];
    await run.refresh();
  }

  const join = () => correct({ join: chosen, split: null, stroke: null });

  /** Splits the chosen area along a stroke. */
  export const split = (stroke: Point[]) => correct({ join: null, split: chosen[0] ?? 0, stroke });

  /** A straight cut through the middle of the chosen area, for the keyboard. */
  function cut(across: boolean) {
    const centre = image.areas.find((area) => area.id === chosen[0])?.centre;
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

  const one = $derived(chosen.length === 1 && !work.busy);
  const several = $derived(chosen.length > 1 && !work.busy);
</script>

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
    <button type="button" class="btn btn-line" disabled={!several} onclick={join}>Join</button>
    <button
      type="button"
      class="btn btn-line"
      aria-pressed={cutting}
      disabled={!one}
      onclick={() => (cutting = !cutting)}>Split by a stroke</button
    >
    <button type="button" class="btn btn-line" disabled={!one} onclick={() => cut(true)}>Cut across</button>
    <button type="button" class="btn btn-line" disabled={!one} onclick={() => cut(false)}>Cut down</button>
    <button type="button" class="btn btn-line" disabled={!image.canUndo || work.busy} onclick={undo}
      >Undo</button
    >
  </div>
  {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
</section>
