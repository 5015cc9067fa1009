<script lang="ts">
  import type { Design, PaperOfCards } from '../../api/client';

  // Other papers of a piece, each for some of the run's cards; its own is for the rest.
  let {
    name,
    design,
    others,
    busy,
    set,
  }: {
    name: string;
    design: Design;
    others: PaperOfCards[];
    busy: boolean;
    set: (others: PaperOfCards[]) => void;
  } = $props();

  const left = $derived(design.cards - others.reduce((sum, one) => sum + one.cards, 0));
  const changed = (at: number, change: Partial<PaperOfCards>) =>
    set(others.map((one, index) => (index === at ? { ...one, ...change } : one)));
</script>

{#if design.cards > 1}
  <fieldset class="flex flex-wrap items-center gap-2" disabled={busy}>
    <legend class="sr-only">Other papers of {name}</legend>
    {#each others as other, at (at)}
      <span class="flex items-center gap-2">
        <input
          class="input w-16"
          type="number"
          min="1"
          max={left + other.cards - 1}
          aria-label="Cards on which {name} is of another paper, {at + 1}"
          value={other.cards}
          onchange={({ currentTarget }) => changed(at, { cards: currentTarget.valueAsNumber || 1 })}
        />
        of
        <select
          class="select w-56"
          aria-label="Other paper of {name}, {at + 1}"
          value={other.paper ?? ''}
          onchange={({ currentTarget }) => changed(at, { paper: currentTarget.value || null })}
        >
          <option value="">no paper chosen</option>
          {#each design.papers as paper (paper.id)}<option value={paper.id}>{paper.name}</option>{/each}
        </select>
        <button
          type="button"
          class="btn btn-line btn-sm"
          aria-label="All of {name} of its own paper but {others.length - 1}"
          onclick={() => set(others.toSpliced(at, 1))}>Not these</button
        >
      </span>
    {/each}
    {#if left > 1}
      <button
        type="button"
        class="btn btn-line btn-sm"
        onclick={() => set([...others, { paper: null, cards: 1 }])}
        >{others.length === 0 ? 'Another paper on some cards' : 'One more paper'}</button
      >
    {/if}
    {#if others.length > 0}<span class="text-sm">its own on the other {left}</span>{/if}
  </fieldset>
{/if}
