<script lang="ts">
  import type { Corner, GroundFrom, GroundPlace } from '../../api/client';
  import { cornerWords, directionWords, groundFromWords } from '../../parts/words';
  import PatternFields from './PatternFields.svelte';

  // Where the hues of a ground, or drops, lie on a piece.
  let {
    name,
    place,
    hues,
    busy,
    set,
  }: { name: string; place: GroundPlace; hues: number; busy: boolean; set: (place: GroundPlace) => void } =
    $props();

  const froms = Object.entries(groundFromWords) as [GroundFrom, string][];
  const corners = Object.entries(cornerWords) as [Corner, string][];
  const chosen = $derived(place.corners?.length ? place.corners : corners.map(([corner]) => corner));
  const widths = $derived(Array.from({ length: hues }, (_, hue) => place.widths?.[hue] ?? 1));

  function toggle(corner: Corner, on: boolean) {
    const now = on ? [...chosen, corner] : chosen.filter((one) => one !== corner);
    // None is all of them.
    set({ ...place, corners: now.length === corners.length ? [] : now });
  }
</script>

<fieldset class="grid gap-2" disabled={busy}>
  <legend class="sr-only">Where {name} lies</legend>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <select
      class="select w-52"
      aria-label="From where {name} goes"
      value={place.from}
      onchange={({ currentTarget }) => set({ ...place, from: currentTarget.value as GroundFrom })}
    >
      {#each froms as [from, words] (from)}<option value={from}>{words}</option>{/each}
    </select>
    {#if place.from === 'oneSide'}
      <select
        class="select w-60"
        aria-label="Direction of {name}"
        value={String(place.degrees)}
        onchange={({ currentTarget }) => set({ ...place, degrees: Number(currentTarget.value) })}
      >
        {#each directionWords as words, at (at)}<option value={String(45 * at)}>{words}</option>{/each}
      </select>
    {:else if place.from === 'corners'}
      {#each corners as [corner, words] (corner)}
        <label class="flex items-center gap-1">
          <input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={chosen.includes(corner)}
            onchange={({ currentTarget }) => toggle(corner, currentTarget.checked)}
          />
          {words}
        </label>
      {/each}
    {/if}
  </div>
  {#if place.through}
    <PatternFields {name} pattern={place.through} set={(through) => set({ ...place, through })} />
  {/if}
  <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
    <label class="flex items-center gap-2">
      Goes
      <input
        type="range"
        class="range w-28 range-xs"
        min="10"
        max="100"
        step="5"
        value={Math.round(100 * (place.reach ?? 1))}
        onchange={({ currentTarget }) =>
          set({
            ...place,
            reach: currentTarget.valueAsNumber >= 100 ? null : currentTarget.valueAsNumber / 100,
          })}
      />
      {place.reach ? `${Math.round(100 * place.reach)} % of the way` : 'all the way'}
    </label>
    <label class="flex items-center gap-2">
      Seams
      <input
        type="range"
        class="range w-24 range-xs"
        min="10"
        max="100"
        step="10"
        value={Math.round(100 * place.softness)}
        onchange={({ currentTarget }) => set({ ...place, softness: currentTarget.valueAsNumber / 100 })}
      />
      {place.softness < 0.35 ? 'narrow' : place.softness > 0.75 ? 'soft' : 'medium'}
    </label>
    {#if hues > 1}
      <span class="flex items-center gap-1">
        Broad
        {#each widths as width, hue (hue)}
          <input
            class="input w-14"
            type="number"
            min="1"
            max="8"
            step="0.5"
            aria-label="How broad hue {hue + 1} of {name} is"
            value={width}
            onchange={({ currentTarget }) =>
              set({ ...place, widths: widths.with(hue, currentTarget.valueAsNumber || 1) })}
          />
        {/each}
      </span>
    {/if}
  </div>
</fieldset>
