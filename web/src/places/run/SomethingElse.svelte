<script lang="ts">
  import type { TapKind } from '../../api/client';
  import { hit } from '../../state/hit';

  // What goes otherwise than planned: it is written down, and the rest is arranged anew.
  let { card, heatCaution, tap }: { card: number; heatCaution: string; tap: (kind: TapKind) => void } =
    $props();

  let open = $state(false);
  const ways: { kind: TapKind; words: string }[] = [
    { kind: 'skip', words: 'Leave this step out' },
    { kind: 'spill', words: 'Water was spilled on the card' },
    { kind: 'dryNow', words: 'The card is dry already' },
    { kind: 'stillWet', words: 'The card is still wet' },
    { kind: 'heated', words: 'Dried with the heat tool' },
  ];
  function tell(kind: TapKind) {
    open = false;
    tap(kind);
  }
</script>

<details class="mt-3" bind:open>
  <summary class="flex min-h-16 cursor-pointer items-center text-lg underline"
    >Something else happened</summary
  >
  <div class="mt-2 grid gap-2 sm:grid-cols-2" role="group" aria-label="What happened to card {card}?">
    {#each ways as { kind, words } (kind)}
      <button type="button" class="btn btn-line h-16 text-lg" onclick={hit(() => tell(kind))}>{words}</button>
    {/each}
  </div>
  <p class="mt-2 border-l-4 border-warm pl-3"><strong>Caution:</strong> {heatCaution}</p>
</details>
