<script lang="ts">
  import type { CardWish, Colours, Method, RelineWith } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import Swatch from '../../parts/Swatch.svelte';

  // What is done to the whole card: backgrounds before the areas, splatter and lines after them.
  let { colours, busy, set }: { colours: Colours; busy: boolean; set: (work: CardWish[]) => void } = $props();

  const own = $props.id();
  const mostColours = 7;
  const lineWords: Record<RelineWith, string> = {
    pen: 'a fine pen',
    pencil: 'a sharp pencil',
    stamp: 'the stamp again',
  };
  const counted: Partial<Record<Method, string>> = {
    dipAndDry: 'Dips',
    rainbowStamp: 'Prints from one inking',
  };
  const methods = $derived(colours.methods.filter((m) => m.wholeCard));
  const groups = $derived(
    [
      { phase: 'ground', words: 'Before the colour' },
      { phase: 'finish', words: 'On the colour' },
      { phase: 'assembly', words: 'Cutting and putting together' },
    ].map(({ phase, words }) => ({ words, of: methods.filter((m) => m.phase === phase) })),
  );
  const wordsOf = (method: Method) =>
    groups.find(({ of }) => of.some((m) => m.method === method))?.words ?? '';
  const work = $derived(
    colours.cardWork.map(({ method, colours: of, times, relineWith }) => ({
      method,
      colours: of,
      times,
      relineWith,
    })),
  );

  let adding = $state<Method>('splatter');
  let wanted = $state<string[]>(['#7a4a2c']);
  let times = $state(1);
  let relineWith = $state<RelineWith>('pen');
  const sheet = $derived(methods.find((m) => m.method === adding));

  function add(event: SubmitEvent) {
    event.preventDefault();
    set([...work, { method: adding, colours: sheet?.takesColour ? wanted : [], times, relineWith }]);
  }
  const without = (place: number) => work.filter((_, index) => index !== place);
  const earlier = (place: number) => {
    const moved = without(place);
    const one = work[place];
    if (one) moved.splice(place - 1, 0, one);
    return moved;
  };
</script>

<details class="sheet" open={colours.cardWork.length > 0}>
  <summary class="cursor-pointer font-bold"
    >The whole card: backgrounds, splatter, embossing, cutting, gloss</summary
  >
  {#if colours.cardWork.length > 0}
    <ol class="mt-3 grid gap-2" aria-label="Done to the whole card, in this order">
      {#each colours.cardWork as one, place (place)}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1">
          <strong>{one.name}</strong>
          <span class="text-quiet">{wordsOf(one.method)}</span>
          {#if one.recipes.length > 0}
            <div class="w-32">
              <Swatch
                colours={one.recipes.map((recipe) => recipe.predicted)}
                paper={colours.paperColour}
                label="Its colours, dry"
              />
            </div>
          {/if}
          {#if counted[one.method]}<span>{counted[one.method]}: {one.times}</span>{/if}
          {#if one.method === 'relining'}<span>with {lineWords[one.relineWith]}</span>{/if}
          <span class="ml-auto flex gap-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy || place === 0}
              onclick={() => set(earlier(place))}>Earlier</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy}
              aria-label="Leave out {one.name}"
              onclick={() => set(without(place))}>Leave out</button
            >
          </span>
        </li>
      {/each}
    </ol>
  {/if}
  <form class="mt-3 grid gap-3" onsubmit={add}>
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <label for="{own}-what">Do</label>
      <select id="{own}-what" class="select w-64" bind:value={adding}>
        {#each groups as { words, of } (words)}
          <optgroup label={words}>
            {#each of as m (m.method)}
              <option value={m.method} disabled={m.missing !== null} title={m.missing ?? m.when}
                >{m.name}</option
              >
            {/each}
          </optgroup>
        {/each}
      </select>
      <p class="min-w-60 flex-1 text-sm">{sheet?.what} {sheet?.when} {sheet?.missing ?? ''}</p>
    </div>
    {#if sheet?.takesColour}
      <div class="flex flex-wrap items-center gap-3">
        {#each { length: wanted.length }, place (place)}<ColourField
            bind:colour={() => wanted[place] ?? '#ffffff', (to) => (wanted[place] = to)}
          />{/each}
        {#if wanted.length < mostColours}
          <button type="button" class="btn btn-line btn-sm" onclick={() => wanted.push('#5aa7d8')}
            >One more colour</button
          >
        {/if}
        {#if wanted.length > 1}
          <button type="button" class="btn btn-line btn-sm" onclick={() => wanted.pop()}>One less</button>
        {/if}
      </div>
    {/if}
    <div class="flex flex-wrap items-center gap-4">
      {#if counted[adding]}
        <label class="flex items-center gap-2">
          {counted[adding]}
          <input class="input w-20" type="number" min="1" max="5" required bind:value={times} />
        </label>
      {/if}
      {#if adding === 'relining'}
        <label class="flex items-center gap-2">
          With
          <select class="select" bind:value={relineWith}>
            {#each Object.entries(lineWords) as [key, words] (key)}<option value={key}>{words}</option>{/each}
          </select>
        </label>
      {/if}
      <button type="submit" class="btn btn-line" disabled={busy || sheet?.missing !== null}
        >Add to the card</button
      >
    </div>
  </form>
</details>
