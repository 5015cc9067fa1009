<script lang="ts">
  import CardPicture from '../../parts/CardPicture.svelte';
  import { navigate } from '../../routes';
  import { useRun } from '../../state/run.svelte';
  import AreaCorrections from './AreaCorrections.svelte';
  import AreaList from './AreaList.svelte';
  import AreaOverlay from './AreaOverlay.svelte';
  import BringIn from './BringIn.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const image = $derived(run.value?.image);

  let chosen = $state<number[]>([]);
  let cutting = $state(false);
  let corrections = $state<AreaCorrections>();

  function pick(area: number) {
    chosen = chosen.includes(area) ? chosen.filter((a) => a !== area) : [...chosen, area];
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
            stroke={cutting ? (from, to) => corrections?.split([from, to]) : undefined}
          />
        </CardPicture>
      </div>
      <p class="mt-2 text-sm text-quiet">
        {image.fileName}, {image.widthMm.toFixed(0)} x {image.heightMm.toFixed(0)} mm
      </p>
    </div>

    <div class="grid content-start gap-5">
      <div>
        <button
          type="button"
          class="btn btn-primary"
          onclick={() => navigate('/runs/:id/colours', { params: { id } })}
        >
          Choose the colours
        </button>
      </div>
      <AreaCorrections {image} bind:chosen bind:cutting bind:this={corrections} />
      <AreaList {image} {chosen} {pick} />
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
