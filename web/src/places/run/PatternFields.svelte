<script lang="ts">
  import type { OpeningFigure, Openings } from '../../api/client';
  import { figureWords } from '../../parts/words';

  // The figures that colour goes through: the openings of a stencil, or what a pattern stamp prints.
  let { name, pattern, set }: { name: string; pattern: Openings; set: (pattern: Openings) => void } =
    $props();

  const figures = Object.entries(figureWords) as [OpeningFigure, string][];
</script>

<div class="flex flex-wrap items-center gap-x-6 gap-y-2">
  <select
    class="select w-36"
    aria-label="Figures of {name}"
    value={pattern.figure}
    onchange={({ currentTarget }) => set({ ...pattern, figure: currentTarget.value as OpeningFigure })}
  >
    {#each figures as [figure, words] (figure)}<option value={figure}>{words}</option>{/each}
  </select>
  <label class="flex items-center gap-2">
    One to the next
    <input
      class="input w-20"
      type="number"
      min="2"
      max="40"
      step="0.5"
      value={pattern.pitchMm}
      onchange={({ currentTarget }) => set({ ...pattern, pitchMm: currentTarget.valueAsNumber || 0 })}
    />
    mm
  </label>
  <label class="flex items-center gap-2">
    They cover
    <input
      type="range"
      class="range w-24 range-xs"
      min="10"
      max="75"
      step="5"
      value={Math.round(100 * pattern.open)}
      onchange={({ currentTarget }) => set({ ...pattern, open: currentTarget.valueAsNumber / 100 })}
    />
    {Math.round(100 * pattern.open)} %
  </label>
</div>
