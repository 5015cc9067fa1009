<script lang="ts">
  import { api, ask, type Medium, type SetsOfColours } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { mediumNames, plural } from '../../parts/words';
  import { Resource } from '../../state/resource.svelte';

  // What a maker paints with, in one step: whole sets by kind. The first time they take the place of the box of pans.
  let {
    welcome = false,
    added,
  }: { /** Shown only before the first run. */ welcome?: boolean; added?: () => Promise<void> } = $props();

  const sets = new Resource<SetsOfColours>(() => ask(api.GET('/api/stash/sets')));
  void sets.refresh();
  const all = $derived(sets.value?.sets ?? []);
  const first = $derived(welcome && sets.value?.first === true);
  const kinds = $derived([...Map.groupBy(all, (set) => set.medium as Medium)]);
  const words = new Map<string, string>(mediumNames);
  let chosen = $state<Record<string, number>>({});
  // Before the first run, what is owned is what is said to be owned: a box of pans, for a new account.
  $effect(() => {
    if (first)
      chosen = Object.fromEntries(
        all.filter((set) => set.owned === set.size).map((set) => [set.medium, set.size]),
      );
  });
  const wanted = $derived(
    Object.entries(chosen)
      .filter(([, size]) => size > 0)
      .map(([medium, size]) => ({ medium: medium as Medium, size })),
  );
  let done = $state('');

  const toggle = (medium: string, size: number) =>
    (chosen = { ...chosen, [medium]: chosen[medium] === size ? 0 : size });

  async function take(event: SubmitEvent) {
    event.preventDefault();
    const worked = await sets.attempt(() => ask(api.POST('/api/stash/sets', { body: { sets: wanted } })));
    if (!worked) return;
    done = first ? 'Your stash is ready; all of it comes into a new run.' : 'They are in your stash.';
    if (!first) chosen = {};
    await Promise.all([sets.refresh(), added?.()]);
  }
</script>

{#if !welcome || first}
  <form class="sheet grid gap-4" aria-label="What do you paint with?" onsubmit={take}>
    {#if first}
      <div>
        <h2>What do you paint with?</h2>
        <p class="mt-1 max-w-prose">
          Choose what is nearest to yours. The colours are estimates that you can correct, put away or measure
          later.
        </p>
      </div>
    {/if}
    {#if sets.trouble}<TroubleNote trouble={sets.trouble} again={sets.refresh} />{/if}
    <ul class={['grid gap-x-8 gap-y-3', first && 'md:grid-cols-2 lg:grid-cols-3']}>
      {#each kinds as [medium, sizes] (medium)}
        {@const most = sizes.at(-1)}
        <li class="grid gap-1.5">
          <span>{plural(words.get(medium) ?? medium)}</span>
          <span class="flex h-3 overflow-hidden rounded-sm" aria-hidden="true">
            {#each most?.colours ?? [] as colour, place (place)}
              <span class="flex-1" style:background={colour}></span>
            {/each}
          </span>
          <span class="flex gap-2">
            {#each sizes as set (set.size)}
              {@const on = chosen[medium] === set.size}
              <button
                type="button"
                class={['btn btn-sm', on ? 'btn-primary' : 'btn-line']}
                aria-pressed={on}
                aria-label="{set.size} {plural(words.get(medium) ?? medium)}"
                disabled={!first && set.owned === set.size}
                onclick={() => toggle(medium, set.size)}>{set.size}</button
              >
            {/each}
          </span>
        </li>
      {/each}
    </ul>
    <div class="flex items-center gap-4">
      <button type="submit" class="btn btn-primary" disabled={wanted.length === 0 || sets.busy}
        >{first ? 'That is what I have' : 'Add them'}</button
      >
      {#if done}<span role="status">{done}</span>{/if}
    </div>
  </form>
{/if}
