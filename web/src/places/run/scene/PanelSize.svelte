<script lang="ts">
  import type { Scene } from '../../../api/client';

  let {
    scene,
    set,
    paint,
  }: {
    scene: Scene;
    set: (size: { width: string; height: string }) => void;
    paint: (ground: boolean) => void;
  } = $props();

  const inMm = (length: number) => `${Number(length.toFixed(1))} mm`;
  let width = $derived(inMm(scene.widthMm));
  let height = $derived(inMm(scene.heightMm));
  const changed = $derived(width !== inMm(scene.widthMm) || height !== inMm(scene.heightMm));
</script>

<form
  class="flex flex-wrap items-center gap-2"
  onsubmit={(event) => {
    event.preventDefault();
    set({ width, height });
  }}
>
  Panel
  <input class="input input-sm w-24" aria-label="Width of the panel" bind:value={width} />
  x
  <input class="input input-sm w-24" aria-label="Height of the panel" bind:value={height} />
  {#if changed}<button type="submit" class="btn btn-line btn-sm">Cut it so</button>{/if}
</form>
<label class="flex items-center gap-2">
  <input
    class="checkbox checkbox-sm"
    type="checkbox"
    checked={scene.paintsGround}
    onchange={(event) => paint(event.currentTarget.checked)}
  />
  the space around is painted too
</label>
