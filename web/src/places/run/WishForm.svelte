<script lang="ts">
  import type { Colours, Named, Shadow } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import { shadowWords } from '../../parts/words';
  import { handOf, usualLayers, type Hand } from '../../state/colourHand';
  import { missing } from '../../state/gradient';
  import GradientForm from './GradientForm.svelte';
  import MethodChoice from './MethodChoice.svelte';
  import NamedPart from './NamedPart.svelte';
  import KeptWishes from './KeptWishes.svelte';
  import LatelyUsed from './LatelyUsed.svelte';

  let {
    chosen,
    nameOf,
    colours,
    busy,
    hand = $bindable(),
    tapping = $bindable(),
    showing = $bindable(),
    alike = $bindable(),
    lately,
    apply,
    leaveWhite,
    offer,
    undo,
  }: {
    chosen: number[];
    nameOf: (area: number) => string;
    colours: Colours;
    busy: boolean;
    hand: Hand;
    /** Areas take what is in hand as they are tapped. */
    tapping: boolean;
    /** A gradient is being shown on the picture. */
    showing: boolean;
    /** With each area go all that are alike. */
    alike: boolean;
    lately: Hand[];
    /** Hands to have in reach of the number keys. */
    offer: (hands: Hand[]) => void;
    apply: () => void;
    leaveWhite: () => void;
    /** Takes the last change back; none when there is nothing to take back. */
    undo?: () => void;
  } = $props();

  const shadows: Shadow[] = ['none', 'soft', 'deep'];
  const own = $props.id();
  const owned = $derived(colours.colourants.filter((c) => colours.palette.includes(c.id)));
  const said = $derived(hand.kind === 'wish' ? 'wish' : hand.gradient ? 'gradient' : 'named');
  const ready = $derived(
    hand.kind === 'wish' ||
      (hand.middle.parts.length > 0 && (!hand.gradient || (hand.into.length > 0 && !missing(hand.gradient)))),
  );

  // What a picked area has already is where its next colour starts.
  const first = $derived(colours.areas.find((a) => a.area === chosen[0]));
  $effect(() => {
    if (first) hand = handOf(first);
  });

  function asWish() {
    hand = { kind: 'wish', colour: first?.predicted.whole ?? '#d9b45a', shadow: 'soft', method: null };
  }
  /** A colour of the run as it is usually laid. */
  function plain(colour: Colours['colourants'][number] | undefined): Named {
    const dry = colour?.mixes !== true;
    return {
      parts: colour ? [{ id: colour.id, parts: 1 }] : [],
      water: dry ? 0 : 4,
      layers: usualLayers(colour),
      pressure: 'light',
    };
  }
  const firstOwned = $derived(owned.find((c) => c.medium?.endsWith('Pencil')) ?? owned[0]);
  function asNamed() {
    const middle = hand.kind === 'named' ? hand.middle : plain(firstOwned);
    hand = { kind: 'named', middle, light: null, shadow: null, method: null, gradient: null, into: [] };
  }
  function asGradient() {
    const middle = hand.kind === 'named' ? hand.middle : plain(owned.find((c) => c.mixes) ?? firstOwned);
    const medium = owned.find((c) => c.id === middle.parts[0]?.id);
    const next = owned.find((c) => c.medium === medium?.medium && c.id !== medium?.id);
    hand = {
      kind: 'named',
      middle,
      light: null,
      shadow: null,
      method: null,
      gradient: { way: 'across', degrees: 90, softness: 1, points: [] },
      into: next ? [plain(next)] : [],
    };
  }
</script>

<form
  class="sheet grid gap-3"
  aria-label="What should it become?"
  onsubmit={(event) => {
    event.preventDefault();
    apply();
  }}
>
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <label class="flex min-h-10 items-center gap-2">
      <input class="toggle" type="checkbox" bind:checked={tapping} />
      Tap areas with a colour in hand
    </label>
    <label class="flex min-h-10 items-center gap-2">
      <input class="toggle" type="checkbox" bind:checked={alike} />
      and all alike
    </label>
    <span class="ml-auto flex gap-2">
      <button type="button" class="btn btn-line" disabled={!undo || busy} onclick={() => undo?.()}
        >Undo</button
      >
    </span>
  </div>
  <p>
    {#if tapping}
      Each area that you tap, or draw over, takes this at once.
    {:else if chosen.length === 0}
      Pick one or more areas, then say what they should become.
    {:else}
      <strong>{chosen.map(nameOf).join(', ')}</strong> should become
    {/if}
  </p>
  <LatelyUsed {lately} {colours} {hand} take={(one) => (hand = one)} {offer} />
  <fieldset class="flex flex-wrap gap-x-5">
    <legend class="sr-only">What is said</legend>
    <label class="flex min-h-10 items-center gap-2">
      <input
        class="radio radio-sm"
        type="radio"
        name="{own}-kind"
        checked={said === 'wish'}
        onchange={asWish}
      />
      the nearest to a colour
    </label>
    <label class="flex min-h-10 items-center gap-2">
      <input
        class="radio radio-sm"
        type="radio"
        name="{own}-kind"
        checked={said === 'named'}
        onchange={asNamed}
      />
      exactly these
    </label>
    <label class="flex min-h-10 items-center gap-2">
      <input
        class="radio radio-sm"
        type="radio"
        name="{own}-kind"
        checked={said === 'gradient'}
        onchange={asGradient}
      />
      one into another
    </label>
  </fieldset>
  {#if hand.kind === 'wish'}
    <div class="flex flex-wrap items-center gap-x-5 gap-y-3">
      <ColourField bind:colour={hand.colour} />
      <div class="flex flex-wrap gap-1" role="group" aria-label="Start from a wash of">
        {#each owned as c (c.id)}
          <button
            type="button"
            class="h-9 w-9 rounded-full border-2 border-[#6d7076]"
            style:background={c.wash}
            title="A wash of {c.name}"
            aria-label="A wash of {c.name}"
            onclick={() => {
              if (hand.kind === 'wish') hand = { ...hand, colour: c.wash };
            }}
          ></button>
        {/each}
      </div>
    </div>
    <KeptWishes
      colour={hand.colour}
      take={(colour) => {
        if (hand.kind === 'wish') hand = { ...hand, colour };
      }}
    />
  {:else}
    {@const parts = hand}
    {#if parts.gradient}
      <GradientForm
        colourants={owned}
        first={parts.middle}
        into={parts.into}
        gradient={parts.gradient}
        bind:showing
        change={(hues, gradient) => (hand = { ...parts, ...hues, gradient })}
      />
    {:else}
      <NamedPart
        label="middle"
        colourants={owned}
        value={parts.middle.parts.length > 0 ? parts.middle : null}
        change={(middle) => middle && (hand = { ...parts, middle })}
      />
      <NamedPart
        label="light"
        optional
        colourants={owned}
        value={parts.light}
        change={(light) => (hand = { ...parts, light })}
      />
    {/if}
    <NamedPart
      label="shadow"
      optional
      colourants={owned}
      value={parts.shadow}
      change={(shadow) => (hand = { ...parts, shadow })}
    />
  {/if}
  {#if said !== 'gradient'}
    <MethodChoice
      methods={colours.methods}
      value={hand.method}
      change={(method) => (hand = { ...hand, method })}
    />
  {/if}
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    {#if hand.kind === 'wish'}
      <fieldset class="flex flex-wrap gap-x-5">
        <legend class="sr-only">Shadow</legend>
        {#each shadows as depth (depth)}
          <label class="flex min-h-10 items-center gap-2">
            <input class="radio radio-sm" type="radio" name="shadow" value={depth} bind:group={hand.shadow} />
            {shadowWords[depth]}
          </label>
        {/each}
      </fieldset>
    {/if}
    {#if !tapping}
      <span class="ml-auto flex gap-2">
        <button type="button" class="btn btn-line" disabled={chosen.length === 0 || busy} onclick={leaveWhite}
          >Leave white</button
        >
        <button type="submit" class="btn btn-primary" disabled={chosen.length === 0 || busy || !ready}
          >{said === 'wish' ? 'Find the recipe' : 'Use these'}</button
        >
      </span>
    {/if}
  </div>
</form>
