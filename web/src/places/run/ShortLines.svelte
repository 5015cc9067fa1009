<script lang="ts">
  import { api, ask, type Image, type Point, type ShortLines } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // Lines that stop short of another: the artist's own gaps, or lost ink. Bridged all alike, in one tap.
  let {
    piece,
    image,
    busy,
    bridge,
    shown = $bindable(),
  }: {
    piece: string;
    image: Image;
    busy: boolean;
    bridge: (strokes: Point[][]) => void;
    /** The strokes that are shown on the picture. */
    shown: Point[][];
  } = $props();

  const found = new Resource<ShortLines[]>(() =>
    ask(api.GET('/api/pieces/{id}/image/shortLines', { params: { path: { id: piece } } })),
  );
  // What was found holds for the image that it was found in.
  let foundIn = $state.raw<Image>();
  const alike = $derived(foundIn === image ? found.value : undefined);
  $effect(() => {
    shown = alike?.flatMap((one) => one.strokes) ?? [];
  });
  async function look() {
    await found.refresh();
    foundIn = image;
  }
</script>

<div class="grid gap-2 text-sm">
  {#if !alike}
    <button type="button" class="w-fit underline" disabled={found.busy} onclick={look}
      >Look for lines that stop short of another</button
    >
  {:else}
    {#each alike as one (one.sentence)}
      <p class="flex flex-wrap items-center gap-x-4 gap-y-1">
        {one.sentence}
        <button type="button" class="btn btn-line btn-sm" disabled={busy} onclick={() => bridge(one.strokes)}
          >Bridge all alike</button
        >
      </p>
    {:else}
      <p>No line stops short of another so that an area would be parted.</p>
    {/each}
  {/if}
  {#if found.trouble}<TroubleNote trouble={found.trouble} />{/if}
</div>
