<script lang="ts">
  import CornerHandles from '../../parts/CornerHandles.svelte';
  import { fromPixels, type Corners } from '../../state/chartCorners';

  // The picture that is to be brought in, and on it the outer corners of the maker's chart.
  let {
    file,
    corners = $bindable(),
  }: {
    file: File;
    /** As shares of the picture's width; undefined until it is shown. */
    corners?: Corners;
  } = $props();

  let size = $state<{ width: number; height: number }>();
  let pixels = $state<{ x: number; y: number }[]>([]);
  let unseen = $state(false);
  const url = $derived(URL.createObjectURL(file));
  $effect(() => {
    const shown = url;
    return () => URL.revokeObjectURL(shown);
  });

  // The right third of it is where most will find their chart.
  function begin({ currentTarget }: { currentTarget: EventTarget & Element }) {
    const { naturalWidth: width, naturalHeight: height } = currentTarget as HTMLImageElement;
    unseen = false;
    size = { width, height };
    const at = (x: number, y: number) => ({ x: x * width, y: y * height });
    pixels = [at(0.65, 0.3), at(0.95, 0.3), at(0.95, 0.7), at(0.65, 0.7)];
  }
  function cannotShow() {
    unseen = true;
    size = undefined;
  }
  $effect(() => {
    corners = size && fromPixels(pixels, size.width);
  });
</script>

{#if unseen}
  <p>
    This browser cannot show {file.name}, so you cannot point at the chart in it. Save it as PNG or JPEG, or
    go on without the chart.
  </p>
{:else}
  <figure class="grid gap-2">
    <figcaption class="text-sm">Put the four points on the chart's outer corners.</figcaption>
    <div class="card-paper relative mx-auto w-fit">
      <img
        class="block max-h-[50vh] max-w-full"
        src={url}
        alt="{file.name}, to point at the chart"
        onload={begin}
        onerror={cannotShow}
      />
      {#if size}
        <CornerHandles bind:corners={pixels} width={size.width} height={size.height} of="the chart" />
      {/if}
    </div>
  </figure>
{/if}
