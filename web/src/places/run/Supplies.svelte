<script lang="ts">
  import { api, ask, type Colours, type Supply } from '../../api/client';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import { mediumNames } from '../../parts/words';

  let {
    colours,
    piece,
    change,
  }: { colours: Colours; piece: string; change: (call: () => Promise<Colours>) => Promise<void> } = $props();

  const kindOf = (medium: Supply['medium']) => mediumNames.find(([key]) => key === medium)?.[1] ?? 'others';
  const all = $derived(colours.colourants.map((c) => c.id));
  const most = 48; // colours of a run
  const kinds = $derived([...Map.groupBy(colours.colourants, (c) => kindOf(c.medium))]);

  type Taken = { paper: string | null; stampingInk: string | null; palette: string[] };

  // What is taken is told when its turn comes, so that two quick choices are both kept.
  const set = (supplies: Partial<Taken> | (() => Partial<Taken>)) =>
    change(() => {
      const { paper, stampingInk, palette } = colours;
      const chosen = typeof supplies === 'function' ? supplies() : supplies;
      return ask(
        api.PUT('/api/pieces/{id}/colours/supplies', {
          params: { path: { id: piece } },
          body: { paper, stampingInk, palette, ...chosen },
        }),
      );
    });
  const toggle = (id: string) =>
    set(() => ({
      palette: colours.palette.includes(id)
        ? colours.palette.filter((p) => p !== id)
        : [...colours.palette, id],
    }));
</script>

<section class="sheet grid gap-3" aria-label="Supplies">
  <label class="grid gap-1">
    Paper
    <select
      class="select w-full"
      value={colours.paper}
      onchange={(event) => set({ paper: event.currentTarget.value })}
    >
      {#each colours.papers as paper (paper.id)}<option value={paper.id}>{paper.name}</option>{/each}
    </select>
  </label>
  <label class="grid gap-1">
    Ink of the outline
    <select
      class="select w-full"
      value={colours.stampingInk}
      onchange={(event) => set({ stampingInk: event.currentTarget.value })}
    >
      {#each colours.stampingInks as ink (ink.id)}<option value={ink.id}>{ink.name}</option>{/each}
    </select>
  </label>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <p>Colours to work with: {colours.palette.length} of {colours.colourants.length}</p>
    <span class="ml-auto flex gap-3 text-sm">
      <button
        type="button"
        class="underline disabled:no-underline disabled:opacity-50"
        disabled={all.length > most}
        title={all.length > most ? `A run takes at most ${most} colours` : undefined}
        onclick={() => set({ palette: all })}>All</button
      >
      <button type="button" class="underline" onclick={() => set({ palette: [] })}>None</button>
      {#if colours.lastPalette}
        {@const last = colours.lastPalette}
        <button type="button" class="underline" onclick={() => set({ palette: last })}>As last time</button>
      {/if}
    </span>
  </div>
  {#each kinds as [kind, ofKind] (kind)}
    <details open={ofKind.some((c) => colours.palette.includes(c.id)) || kinds.length === 1}>
      <summary class="cursor-pointer"
        >{kind}: {ofKind.filter((c) => colours.palette.includes(c.id)).length} of {ofKind.length}</summary
      >
      <div class="mt-1 flex gap-3 text-sm">
        <button
          type="button"
          class="underline"
          aria-label="All of {kind}"
          onclick={() => set({ palette: [...new Set([...colours.palette, ...ofKind.map((c) => c.id)])] })}
          >all</button
        >
        <button
          type="button"
          class="underline"
          aria-label="None of {kind}"
          onclick={() => set({ palette: colours.palette.filter((id) => !ofKind.some((c) => c.id === id)) })}
          >none</button
        >
      </div>
      <div class="mt-2 flex flex-wrap gap-2" role="group" aria-label={kind}>
        {#each ofKind as colourant (colourant.id)}
          {@const on = colours.palette.includes(colourant.id)}
          <label
            class={[
              'flex min-h-9 cursor-pointer items-center gap-1.5 rounded border-2 px-2 py-1 text-sm',
              on ? 'border-ink' : 'border-hair',
            ]}
            title={colourant.colourIndex || undefined}
          >
            <input
              class="checkbox checkbox-xs"
              type="checkbox"
              checked={on}
              onchange={() => toggle(colourant.id)}
            />
            <svg width="16" height="16" viewBox="0 0 20 20" aria-hidden="true"
              ><circle
                cx="10"
                cy="10"
                r="8.6"
                fill={colourant.colour}
                stroke="#1d2026"
                stroke-opacity="0.5"
              /></svg
            >
            {colourant.name}
          </label>
        {/each}
      </div>
    </details>
  {/each}
  {#each colours.remarks as remark (remark.text)}<div class="text-sm"><RemarkNote {remark} /></div>{/each}
</section>
