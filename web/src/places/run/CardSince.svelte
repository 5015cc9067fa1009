<script lang="ts">
  import type { CheckedCard } from '../../api/client';

  // How a card came on since the picture before.
  let { card, before }: { card: CheckedCard; before: NonNullable<CheckedCard['before']> } = $props();

  const since = $derived(
    new Date(before.takenAt).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' }),
  );
  const steps = $derived(
    before.stepsSince === 1 ? 'one step was done' : `${before.stepsSince || 'no'} steps were done`,
  );
</script>

<div class="mt-2" role="group" aria-label="Since the picture before">
  <p>
    Since the picture of {since}
    {steps} on it{#if before.medianDifference != null && card.medianDifference != null}; half of its areas
      were within {before.medianDifference.toFixed(1)} then{/if}.
    {#if before.gone.length === 0}
      All that was found then is there still.
    {/if}
  </p>
  {#if before.gone.length > 0}
    <p>
      Not found any more: {before.gone.map((title) => title[0]?.toLowerCase() + title.slice(1)).join(', ')}.
    </p>
  {/if}
</div>
