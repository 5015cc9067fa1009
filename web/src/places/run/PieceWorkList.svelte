<script lang="ts">
  import type { GroundPlace, Method, MethodSheet, PieceWork, PieceWorkGiven } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import { countedWords, lineWords } from '../../parts/words';
  import { workGiven } from '../../state/designInHand.svelte';
  import AddWork from './AddWork.svelte';
  import GroundPlaceFields from './GroundPlaceFields.svelte';

  // What is done to a piece, or to the card when it is put together, in its order.
  let {
    name,
    work,
    usual,
    paper,
    methods,
    first,
    busy,
    set,
  }: {
    name: string;
    work: PieceWork[];
    /** It is what is usual: the maker said nothing else. */
    usual: boolean;
    paper: string;
    methods: MethodSheet[];
    first: Method;
    busy: boolean;
    /** Null for what is usual. */
    set: (work: PieceWorkGiven[] | null) => void;
  } = $props();

  const given = $derived(work.map(workGiven));
  const placed = (id: string, place: GroundPlace) =>
    given.map((one) => (one.id === id ? { ...one, place } : one));
  const without = (id: string) => given.filter((one) => one.id !== id);
  function earlier(place: number) {
    const one = given[place];
    return one ? given.toSpliced(place, 1).toSpliced(place - 1, 0, one) : given;
  }
</script>

<div class="grid gap-2">
  <ol class="grid gap-1" aria-label="Done to {name}, in this order">
    {#each work as one, place (one.id)}
      <li class="grid gap-1">
        <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span class="w-5 text-right text-quiet" aria-hidden="true">{place + 1}</span>
          <strong class="font-semibold">{one.name}</strong>
          {#if one.predicted.length > 0}
            <div class="w-32">
              <Swatch colours={one.predicted} {paper} label="Its colours on this paper, dry" />
            </div>
          {/if}
          {#if one.overlaps.length > 0}
            <span class="flex items-center gap-1 text-sm">
              where they meet
              {#each one.overlaps as colour, at (at)}<span
                  class="inline-block size-5 rounded-full border border-hair"
                  style:background={colour}
                ></span>{/each}
            </span>
          {/if}
          {#if countedWords[one.method]}<span>{countedWords[one.method]}: {one.times}</span>{/if}
          {#if one.method === 'relining'}<span>with {lineWords[one.relineWith]}</span>{/if}
          <span class="ml-auto flex gap-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy || place === 0}
              aria-label="{one.name}, of {name}, earlier"
              onclick={() => set(earlier(place))}>Earlier</button
            >
            {#if one.method !== 'picture'}
              <button
                type="button"
                class="btn btn-line btn-sm"
                disabled={busy}
                aria-label="Leave out {one.name}, of {name}"
                onclick={() => set(without(one.id))}>Leave out</button
              >
            {/if}
          </span>
        </div>
        {#if one.trouble}<p class="caution">{one.trouble}</p>{/if}
        {#if one.place}
          <details class="ml-8 text-sm">
            <summary class="cursor-pointer">{one.lies ?? 'even all over'}</summary>
            <GroundPlaceFields
              name="{one.name}, of {name},"
              place={one.place}
              hues={one.colours.length}
              {busy}
              set={(place) => set(placed(one.id, place))}
            />
          </details>
        {/if}
      </li>
    {:else}
      <li>Nothing.</li>
    {/each}
  </ol>
  {#if !usual}
    <p>
      <button type="button" class="btn btn-line btn-sm" disabled={busy} onclick={() => set(null)}
        >Do what is usual again</button
      >
    </p>
  {/if}
  <AddWork
    {methods}
    {first}
    what="Then"
    label="Add it to {name}"
    {busy}
    add={(one) => set([...given, one])}
  />
</div>
