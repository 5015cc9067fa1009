<script lang="ts">
  import type { Values } from '../../api/client';

  let { values, pick }: { values: Values; pick: (areas: number[]) => void } = $props();
</script>

<section class="sheet grid gap-3" aria-label="In greys">
  <p>Colours taken away, as with half-closed eyes. What is alike in lightness runs together.</p>
  {#if values.tooAlike.length === 0}
    <p role="status">All areas that touch can be told apart.</p>
  {:else}
    <p role="status">
      {values.tooAlike.length === 1
        ? 'One pair that touches is'
        : `${values.tooAlike.length} pairs that touch are`} too alike:
    </p>
    <ul class="grid max-h-[46vh] gap-1 overflow-y-auto">
      {#each values.tooAlike as pair (`${pair.lighter} ${pair.darker}`)}
        <li>
          <button
            type="button"
            class="min-h-9 text-left hover:underline"
            onclick={() => pick([pair.lighter, pair.darker])}
          >
            {pair.sentence}
          </button>
        </li>
      {/each}
    </ul>
  {/if}
</section>
