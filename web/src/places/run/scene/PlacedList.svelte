<script lang="ts">
  import type { Placed, PlacedAs, Scene } from '../../../api/client';

  // What is placed, from the front to the back; fills have a place of their own.
  let {
    scene,
    chosen = $bindable(),
    arrange,
    edit,
    canUndo,
    undo,
    rename,
  }: {
    scene: Scene;
    chosen?: string;
    arrange: (frontFirst: Placed[]) => void;
    edit: (id: string, values: Partial<Placed>) => void;
    canUndo: boolean;
    undo: () => void;
    rename: (stamp: string, name: string, lettering: boolean) => void;
  } = $props();

  const kinds: Record<PlacedAs, string> = {
    stamped: 'stamped with ink',
    traced: 'traced and left bare',
    stencilled: 'painted through a stencil',
  };
  const single = $derived(scene.frontFirst.filter((placed) => !placed.fill));
  const one = $derived(single.find((placed) => placed.id === chosen));

  const stamp = $derived(scene.stamps.find((s) => s.id === one?.stamp));

  const notes = (placed: Placed) =>
    [
      placed.mirrored && 'mirrored',
      placed.as !== 'stamped' && kinds[placed.as],
      placed.open.length > 0 && 'open',
      scene.masked.includes(placed.id) && 'needs a mask',
    ]
      .filter(Boolean)
      .join(', ');

  function shift(placed: Placed, by: number) {
    const order = single.filter((p) => p.id !== placed.id);
    order.splice(single.indexOf(placed) + by, 0, placed);
    arrange([...order, ...scene.frontFirst.filter((p) => p.fill)]);
  }
</script>

<section class="sheet grid gap-3" aria-label="What is placed">
  <div class="flex items-baseline justify-between gap-4">
    <h3>In front comes first</h3>
    <button type="button" class="btn btn-line btn-sm" disabled={!canUndo} onclick={undo}>Undo</button>
  </div>
  {#if single.length === 0}<p class="text-quiet">Nothing is placed yet. Bring in a stamp.</p>{/if}
  <ol class="grid gap-1">
    {#each single as placed, index (placed.id)}
      <li class={['px-2', chosen === placed.id && 'bg-base-300']}>
        <button
          type="button"
          class="flex min-h-10 w-full items-baseline justify-between gap-4 text-left"
          aria-pressed={chosen === placed.id}
          onclick={() => (chosen = chosen === placed.id ? undefined : placed.id)}
        >
          {placed.name}
          <span class="text-sm text-quiet">{notes(placed)}</span>
        </button>
        {#if chosen === placed.id}
          <div class="flex flex-wrap gap-2 pb-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={index === 0}
              onclick={() => shift(placed, -1)}>One to the front</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={index === single.length - 1}
              onclick={() => shift(placed, 1)}>One to the back</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              onclick={() => arrange(scene.frontFirst.filter((p) => p.id !== placed.id))}>Take away</button
            >
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  {#if one}
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-base-300 pt-3 text-sm">
      <label class="flex items-center gap-2">
        Turned
        <input
          class="input input-sm w-20"
          type="number"
          step="1"
          value={Math.round(one.degrees)}
          onchange={(event) => edit(one.id, { degrees: event.currentTarget.valueAsNumber || 0 })}
        />
        degrees
      </label>
      <label class="flex items-center gap-2">
        <input
          class="checkbox checkbox-sm"
          type="checkbox"
          checked={one.mirrored}
          disabled={stamp?.lettering}
          onchange={(event) => edit(one.id, { mirrored: event.currentTarget.checked })}
        />
        mirrored
      </label>
      <select
        class="select select-sm w-56"
        aria-label="How it comes onto the panel"
        value={one.as}
        onchange={(event) => edit(one.id, { as: event.currentTarget.value as PlacedAs })}
      >
        {#each Object.entries(kinds) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
      </select>
      {#if stamp}
        <label class="flex items-center gap-2">
          The stamp's name
          <input
            class="input input-sm w-44"
            maxlength="60"
            value={stamp.name}
            onchange={(event) => rename(stamp.id, event.currentTarget.value, stamp.lettering)}
          />
        </label>
        <label class="flex items-center gap-2">
          <input
            class="checkbox checkbox-sm"
            type="checkbox"
            checked={stamp.lettering}
            onchange={(event) => rename(stamp.id, stamp.name, event.currentTarget.checked)}
          />
          it can be read
        </label>
        {#each stamp.enclosed as { id } (id)}
          <label class="flex items-center gap-2">
            <input
              class="checkbox checkbox-sm"
              type="checkbox"
              checked={one.open.includes(id)}
              onchange={(event) =>
                edit(one.id, {
                  open: event.currentTarget.checked
                    ? [...one.open, id]
                    : one.open.filter((part) => part !== id),
                })}
            />
            what is behind shows through {stamp.enclosed.length === 1 ? 'its inside' : `part ${id}`}
          </label>
        {/each}
      {/if}
    </div>
  {/if}
</section>
