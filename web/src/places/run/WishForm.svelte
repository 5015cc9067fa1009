<script lang="ts">
  import type { Colours, Method, Shadow } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import { shadowWords } from '../../parts/words';
  import MethodChoice from './MethodChoice.svelte';

  let {
    chosen,
    nameOf,
    colours,
    busy,
    wish,
    leaveWhite,
  }: {
    chosen: number[];
    nameOf: (area: number) => string;
    colours: Colours;
    busy: boolean;
    wish: (colour: string, shadow: Shadow, method: Method | null) => void;
    leaveWhite: () => void;
  } = $props();

  let colour = $state('#d9b45a');
  let shadow = $state<Shadow>('soft');
  // Without a choice the server takes the usual way of what comes nearest.
  let method = $state<Method | null>(null);
  const shadows: Shadow[] = ['none', 'soft', 'deep'];
  const quick = $derived(colours.colourants.filter((c) => colours.palette.includes(c.id)));

  // What a picked area already becomes is where its next wish starts.
  const first = $derived(colours.areas.find((a) => a.area === chosen[0]));
  $effect(() => {
    if (first) [colour, shadow, method] = [first.wish, first.shadow, first.method];
  });
</script>

<form
  class="sheet grid gap-3"
  aria-label="What should it become?"
  onsubmit={(event) => {
    event.preventDefault();
    wish(colour, shadow, method);
  }}
>
  <p>
    {#if chosen.length === 0}
      Pick one or more areas, then say what they should become.
    {:else}
      <strong>{chosen.map(nameOf).join(', ')}</strong> should become
    {/if}
  </p>
  <div class="flex flex-wrap items-center gap-x-5 gap-y-3">
    <ColourField bind:colour />
    <div class="flex flex-wrap gap-1" role="group" aria-label="Start from a wash of">
      {#each quick as c (c.id)}
        <button
          type="button"
          class="h-9 w-9 rounded-full border-2 border-[#6d7076]"
          style:background={c.wash}
          title="A wash of {c.name}"
          aria-label="A wash of {c.name}"
          onclick={() => (colour = c.wash)}
        ></button>
      {/each}
    </div>
  </div>
  <MethodChoice methods={colours.methods} value={method} change={(to) => (method = to)} />
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <fieldset class="flex flex-wrap gap-x-5">
      <legend class="sr-only">Shadow</legend>
      {#each shadows as depth (depth)}
        <label class="flex min-h-10 items-center gap-2">
          <input class="radio radio-sm" type="radio" name="shadow" value={depth} bind:group={shadow} />
          {shadowWords[depth]}
        </label>
      {/each}
    </fieldset>
    <span class="ml-auto flex gap-2">
      <button type="button" class="btn btn-line" disabled={chosen.length === 0 || busy} onclick={leaveWhite}
        >Leave white</button
      >
      <button type="submit" class="btn btn-primary" disabled={chosen.length === 0 || busy}
        >Find the recipe</button
      >
    </span>
  </div>
</form>
