<script lang="ts">
  import type { Colours } from '../../api/client';
  import { sameHand, type Hand } from '../../state/colourHand';

  // What was used last, the latest first; the number keys take it up.
  let {
    lately,
    colours,
    hand,
    take,
  }: { lately: Hand[]; colours: Colours; hand: Hand; take: (hand: Hand) => void } = $props();

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

{#if lately.length > 0}
  <div class="flex flex-wrap items-end gap-1" role="group" aria-label="Used last">
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
  </div>
{/if}
