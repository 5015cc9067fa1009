<script lang="ts">
  import type { CheckedCard } from '../../api/client';
  import { keyOf, type FindingsInHand } from '../../state/findingsInHand.svelte';

  // The card as it was taken, laid flat, with what was found on it.
  let { card, findings, paper }: { card: CheckedCard; findings: FindingsInHand; paper: string } = $props();

  let showsBefore = $state(false);
  const before = $derived(showsBefore ? card.before : undefined);

  const margin = $derived(card.marginMm);
  const width = $derived(card.widthMm + 2 * margin);
  const height = $derived(card.heightMm + 2 * margin);
  const marked = $derived(findings.list.filter((one) => one.area !== 0));
</script>

<div class="mat self-start p-4">
  <svg
    viewBox="{-margin} {-margin} {width} {height}"
    style:background={paper}
    class="card-paper mx-auto block max-h-[62vh] max-w-full"
    role="img"
    aria-label="Card {card.card} as it was {before ? 'on the picture before' : 'taken'}"
  >
    <image
      href={before?.pictureUrl ?? card.pictureUrl}
      x={-margin}
      y={-margin}
      {width}
      {height}
      preserveAspectRatio="none"
    />
    {#each marked as one (keyOf(one))}
      {@const inHand = one === findings.finding}
      {#if !inHand && !one.isMeant}
        <path d={one.outline} fill="none" fill-rule="evenodd" stroke="white" stroke-width="0.7" />
        <path d={one.outline} fill="none" stroke="#1f3a63" stroke-width="0.3" stroke-dasharray="0.8 0.8" />
      {/if}
    {/each}
    {#if findings.finding}
      <path d={findings.finding.outline} fill="none" stroke="white" stroke-width="1.8" />
      <path d={findings.finding.outline} fill="none" stroke="#a8480f" stroke-width="0.8" data-in-hand />
    {/if}
  </svg>
  {#if card.before}
    <label class="mt-3 flex items-center justify-center gap-2">
      <input type="checkbox" class="toggle toggle-sm" bind:checked={showsBefore} />
      As it was on the picture before
    </label>
  {/if}
</div>
