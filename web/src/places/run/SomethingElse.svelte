<script lang="ts">
  import type { Bench, MixGiven, TapKind } from '../../api/client';
  import { hit } from '../../state/hit';
  import OtherMix from './OtherMix.svelte';

  // What goes otherwise than planned: it is written down, and the rest is arranged anew.
  let {
    card,
    planned,
    takeable,
    paper,
    heatCaution,
    again,
    own,
    tap,
  }: {
    card: number;
    planned: string;
    takeable: Bench['takeable'];
    paper: string;
    heatCaution: string;
    again: (() => void) | undefined;
    /** Adds a step of the maker's own to this card. */
    own: (text: string, minutes: number) => void;
    tap: (kind: TapKind, mix?: MixGiven) => void;
  } = $props();

  let open = $state(false);
  let choosing = $state(false);
  let naming = $state(false);
  let text = $state('');
  let minutes = $state(5);
  const id = $props.id();
  const ways: { kind: TapKind; words: string }[] = [
    { kind: 'skip', words: 'Leave this step out' },
    { kind: 'spill', words: 'Water was spilled on the card' },
    { kind: 'dryNow', words: 'The card is dry already' },
    { kind: 'stillWet', words: 'The card is still wet' },
    { kind: 'heated', words: 'Dried with the heat tool' },
  ];
  function tell(kind: TapKind, mix?: MixGiven) {
    [open, choosing] = [false, false];
    tap(kind, mix);
  }
</script>

<details class="mt-1" bind:open>
  <summary class="flex min-h-16 cursor-pointer items-center text-lg underline"
    >Something else happened</summary
  >
  <div class="mt-2 grid gap-2 sm:grid-cols-2" role="group" aria-label="What happened to card {card}?">
    {#each ways as { kind, words } (kind)}
      <button type="button" class="btn btn-line h-16 text-lg" onclick={hit(() => tell(kind))}>{words}</button>
    {/each}
    <button
      type="button"
      class="btn btn-line h-16 text-lg"
      aria-expanded={choosing}
      onclick={hit(() => (choosing = !choosing))}>Another colour was taken</button
    >
    <button
      type="button"
      class="btn btn-line h-16 text-lg"
      aria-expanded={naming}
      onclick={hit(() => (naming = !naming))}>Add a step of my own</button
    >
    {#if again}
      {@const more = again}
      <button
        type="button"
        class="btn btn-line h-16 text-lg"
        onclick={hit(() => {
          open = false;
          more();
        })}>One more layer of the last step</button
      >
    {/if}
  </div>
  {#if naming}
    <form
      class="mt-3 flex flex-wrap items-end gap-3"
      onsubmit={(event) => {
        event.preventDefault();
        own(text.trim(), minutes);
        [open, naming, text] = [false, false, ''];
      }}
    >
      <div class="min-w-56 flex-1">
        <label for="{id}-text">What comes next on card {card}</label>
        <input id="{id}-text" class="input h-16 w-full text-lg" required maxlength="80" bind:value={text} />
      </div>
      <div>
        <label for="{id}-minutes">Minutes</label>
        <input
          id="{id}-minutes"
          class="input h-16 w-24 text-lg"
          type="number"
          min="1"
          max="480"
          required
          bind:value={minutes}
        />
      </div>
      <button type="submit" class="btn btn-line h-16 text-lg">Add the step</button>
    </form>
  {/if}
  {#if choosing}<OtherMix {takeable} {planned} {paper} take={(mix) => tell('otherMix', mix)} />{/if}
  <p class="mt-2 border-l-4 border-warm pl-3"><strong>Caution:</strong> {heatCaution}</p>
</details>
