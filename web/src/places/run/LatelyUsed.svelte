<script lang="ts">
  import { sendForm, type Colours, type Trouble } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { sameHand, type Hand } from '../../state/colourHand';
  import { asTrouble } from '../../state/resource.svelte';

  // What was used last, the latest first; the number keys take it up.
  let {
    lately,
    colours,
    hand,
    take,
    offer,
  }: {
    lately: Hand[];
    colours: Colours;
    hand: Hand;
    take: (hand: Hand) => void;
    /** These come in reach of the number keys instead. */
    offer: (hands: Hand[]) => void;
  } = $props();

  let trouble = $state<Trouble>();
  let busy = $state(false);

  /** A finished card's photo, or any picture: its colours are wishes to tap in. */
  async function fromPicture(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (!file) return;
    busy = true;
    try {
      const form = new FormData();
      form.append('file', file);
      const found = await sendForm<string[]>('/api/colours-of-picture', form);
      offer(found.map((colour) => ({ kind: 'wish', colour, shadow: 'soft', method: null })));
      trouble = undefined;
    } catch (error) {
      trouble = asTrouble(error);
    } finally {
      input.value = '';
      busy = false;
    }
  }

  const supplies = $derived(new Map(colours.colourants.map((c) => [c.id, c])));
  const shown = (one: Hand) => {
    if (one.kind === 'wish') return one.colour;
    const supply = supplies.get(one.middle.parts[0]?.id ?? '');
    return (supply?.mixes ? supply.wash : supply?.colour) ?? '#ffffff';
  };
  const called = (one: Hand) =>
    one.kind === 'wish'
      ? `the colour ${one.colour}`
      : one.middle.parts.map((part) => supplies.get(part.id)?.name ?? '').join(' and ');

  function press(event: KeyboardEvent) {
    if (event.target instanceof Element && event.target.closest('input, textarea, select, dialog[open]'))
      return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const one = lately[Number(event.key) - 1];
    if (one) take(one);
  }
</script>

<svelte:window onkeydown={press} />

<div class="flex flex-wrap items-end gap-1" role="group" aria-label="In reach of the number keys">
  {#each lately as one, place (JSON.stringify(one))}
    <button
      type="button"
      class={[
        'grid h-11 w-11 place-items-center rounded border-2',
        sameHand(one, hand) ? 'border-ink' : 'border-hair',
      ]}
      aria-pressed={sameHand(one, hand)}
      aria-label="Take {called(one)}, key {place + 1}"
      title={called(one)}
      onclick={() => take(one)}
    >
      <span class="grid h-8 w-8 place-items-end rounded-full" style:background={shown(one)}>
        <span class="rounded bg-white px-0.5 text-xs leading-tight">{place + 1}</span>
      </span>
    </button>
  {/each}
  <label class={['flex min-h-10 cursor-pointer items-center text-sm underline', busy && 'opacity-50']}>
    Colours of a picture
    <input
      class="sr-only"
      type="file"
      accept="image/png,image/jpeg,image/webp"
      disabled={busy}
      onchange={(event) => fromPicture(event.currentTarget)}
    />
  </label>
</div>
{#if trouble}<TroubleNote {trouble} />{/if}
