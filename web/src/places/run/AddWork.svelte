<script lang="ts">
  import type { CardWish, Method, MethodSheet, RelineWith } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import { countedWords, groupOf, lineWords, workGroups } from '../../parts/words';

  // Something more that is done to the whole card, or to a piece of it.
  let {
    methods,
    first,
    what,
    label,
    busy,
    add,
  }: {
    methods: MethodSheet[];
    /** What is offered first. */
    first: Method;
    /** What the choice is called. */
    what: string;
    /** What the button says. */
    label: string;
    busy: boolean;
    add: (work: CardWish) => void;
  } = $props();

  const own = $props.id();
  const mostColours = 7;
  const groups = $derived(
    workGroups
      .map(({ group, words }) => ({ words, of: methods.filter((m) => groupOf(m) === group) }))
      .filter(({ of }) => of.length > 0),
  );
  // What is offered first can be done with the colours that are there.
  const possible = () => methods.filter((m) => m.missing === null).map((m) => m.method);
  // svelte-ignore state_referenced_locally
  let adding = $state<Method>(possible().includes(first) ? first : (possible()[0] ?? first));
  let wanted = $state<string[]>(['#7a4a2c']);
  let times = $state(1);
  let relineWith = $state<RelineWith>('pen');
  const sheet = $derived(methods.find((m) => m.method === adding));

  function send(event: SubmitEvent) {
    event.preventDefault();
    add({ method: adding, colours: sheet?.takesColour ? wanted : [], times, relineWith });
  }
</script>

<form class="grid gap-3" onsubmit={send}>
  <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
    <label for="{own}-what">{what}</label>
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
    {#if countedWords[adding]}
      <label class="flex items-center gap-2">
        {countedWords[adding]}
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
    <button type="submit" class="btn btn-line" disabled={busy || sheet?.missing !== null}>{label}</button>
  </div>
</form>
