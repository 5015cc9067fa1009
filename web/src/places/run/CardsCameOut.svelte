<script lang="ts">
  import type { RunRecord } from '../../api/client';

  // How the cards that were looked at came out, from the first picture of each to the last.
  let { cards }: { cards: RunRecord['cameOut'] } = $props();

  const findings = (count: number) => (count === 1 ? '1 finding' : `${count || 'no'} findings`);
</script>

{#if cards.length > 0}
  <section aria-label="How the cards came out">
    <h3>How they came out</h3>
    <ul class="mt-2 grid gap-3">
      {#each cards as card (card.card)}
        <li class="flex gap-3">
          {#if card.pictures > 1}
            <img src={card.firstUrl} alt="Card {card.card} on the first picture" class="h-20 w-auto" />
          {/if}
          <img src={card.lastUrl} alt="Card {card.card} on the last picture" class="h-20 w-auto" />
          <p>
            Card {card.card}{#if card.firstWithin != null && card.lastWithin != null}: half of its areas came
              within CIEDE2000 {card.lastWithin.toFixed(1)} of what was to be{#if card.pictures > 1}, at first {card.firstWithin.toFixed(
                  1,
                )}{/if}{/if}.
            {#if card.pictures > 1}There were {findings(card.firstFindings)} at first, {findings(
                card.lastFindings,
              )} at last.{/if}
            {#if card.mended.length > 0}<span class="text-quiet">Mended: {card.mended.join('; ')}.</span>{/if}
          </p>
        </li>
      {/each}
    </ul>
  </section>
{/if}
