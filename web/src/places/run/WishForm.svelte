<script lang="ts">
  import type { Colours, Shadow } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import { shadowWords } from '../../parts/words';
  import { handOf, type Hand } from '../../state/colourHand';
  import MethodChoice from './MethodChoice.svelte';
  import NamedPart from './NamedPart.svelte';
  import LatelyUsed from './LatelyUsed.svelte';

  let {
    chosen,
    nameOf,
    colours,
    busy,
    hand = $bindable(),
    tapping = $bindable(),
    lately,
    apply,
    leaveWhite,
    undo,
  }: {
    chosen: number[];
    nameOf: (area: number) => string;
    colours: Colours;
    busy: boolean;
    hand: Hand;
    /** Areas take what is in hand as they are tapped. */
    tapping: boolean;
    lately: Hand[];
    apply: () => void;
    leaveWhite: () => void;
    /** Takes the last change back; none when there is nothing to take back. */
    undo?: () => void;
  } = $props();

  const shadows: Shadow[] = ['none', 'soft', 'deep'];
  const own = $props.id();
  const owned = $derived(colours.colourants.filter((c) => colours.palette.includes(c.id)));
  const named = $derived(hand.kind === 'named');
  const ready = $derived(hand.kind === 'wish' || hand.middle.parts.length > 0);

  // What a picked area has already is where its next colour starts.
  const first = $derived(colours.areas.find((a) => a.area === chosen[0]));
  $effect(() => {
    if (first) hand = handOf(first);
  });

  function asWish() {
    hand = { kind: 'wish', colour: first?.predicted.whole ?? '#d9b45a', shadow: 'soft', method: null };
  }
  function asNamed() {
    const id = owned.find((c) => c.medium?.endsWith('Pencil'))?.id ?? owned[0]?.id;
    const pencil = owned.find((c) => c.id === id)?.mixes !== true;
    hand = {
      kind: 'named',
      middle: {
        parts: id ? [{ id, parts: 1 }] : [],
        water: pencil ? 0 : 4,
        layers: pencil ? 3 : 1,
        pressure: 'light',
      },
      light: null,
      shadow: null,
      method: null,
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
  <LatelyUsed {lately} {colours} {hand} take={(one) => (hand = one)} />
  <fieldset class="flex flex-wrap gap-x-5">
    <legend class="sr-only">What is said</legend>
    <label class="flex min-h-10 items-center gap-2">
      <input class="radio radio-sm" type="radio" name="{own}-kind" checked={!named} onchange={asWish} />
      the nearest to a colour
    </label>
    <label class="flex min-h-10 items-center gap-2">
      <input class="radio radio-sm" type="radio" name="{own}-kind" checked={named} onchange={asNamed} />
      exactly these
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
  {:else}
    {@const parts = hand}
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
    <NamedPart
      label="shadow"
      optional
      colourants={owned}
      value={parts.shadow}
      change={(shadow) => (hand = { ...parts, shadow })}
    />
  {/if}
  <MethodChoice
    methods={colours.methods}
    value={hand.method}
    change={(method) => (hand = { ...hand, method })}
  />
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
          >{named ? 'Use these' : 'Find the recipe'}</button
        >
      </span>
    {/if}
  </div>
</form>
