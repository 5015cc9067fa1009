<script lang="ts">
  import type { Named, Supply } from '../../api/client';
  import { mediumNames } from '../../parts/words';
  import { usualLayers } from '../../state/colourHand';

  // One part of an area by name: a pencil in layers, or up to three paints in parts with water.
  let {
    label,
    colourants,
    value,
    optional = false,
    none = 'none of its own',
    change,
  }: {
    label: string;
    colourants: Supply[];
    value: Named | null;
    optional?: boolean;
    /** How it is called when an optional part has no colour. */
    none?: string;
    change: (value: Named | null) => void;
  } = $props();

  const own = $props.id();
  const most = 3;
  const kindOf = (medium: Supply['medium']) => mediumNames.find(([key]) => key === medium)?.[1] ?? 'others';
  const kinds = $derived([...Map.groupBy(colourants, (c) => kindOf(c.medium))]);
  const byId = $derived(new Map(colourants.map((c) => [c.id, c])));
  const mixes = $derived(byId.get(value?.parts[0]?.id ?? '')?.mixes === true);

  function choose(place: number, id: string) {
    if (id === '') {
      const parts = value?.parts.filter((_, at) => at !== place) ?? [];
      return change(value && parts.length > 0 ? { ...value, parts } : null);
    }
    const mixed = byId.get(id)?.mixes === true;
    if (!value || place === 0)
      return change({
        parts: [{ id, parts: 1 }],
        water: mixed ? 4 : 0,
        layers: usualLayers(byId.get(id)),
        pressure: 'light',
      });
    const parts = value.parts.some((_, at) => at === place)
      ? value.parts.map((part, at) => (at === place ? { ...part, id } : part))
      : [...value.parts, { id, parts: 1 }];
    change({ ...value, parts });
  }
  const count = (place: number, parts: number) =>
    value &&
    change({ ...value, parts: value.parts.map((part, at) => (at === place ? { ...part, parts } : part)) });
  const rows = $derived(
    Array.from({ length: value && mixes ? Math.min(most, value.parts.length + 1) : 1 }, (_, at) => at),
  );
</script>

<fieldset class="grid grid-cols-[4rem_1fr] items-start gap-x-3 gap-y-1">
  <legend class="sr-only">{label}</legend>
  <span class="pt-2">{label}</span>
  <div class="flex flex-wrap items-center gap-2">
    {#each rows as place (place)}
      {@const part = value?.parts[place]}
      <span class="flex items-center gap-1">
        {#if part && mixes}
          <input
            class="input w-12 px-2"
            type="number"
            min="1"
            max="32"
            aria-label="Parts of {byId.get(part.id)?.name ?? ''}"
            value={part.parts}
            onchange={(event) => count(place, event.currentTarget.valueAsNumber)}
          />
        {/if}
        {#if part}
          <svg width="18" height="18" viewBox="0 0 20 20" aria-hidden="true"
            ><circle
              cx="10"
              cy="10"
              r="8.6"
              fill={byId.get(part.id)?.colour}
              stroke="#1d2026"
              stroke-opacity="0.5"
            /></svg
          >
        {/if}
        <select
          class={['select', place === 0 ? 'w-44' : 'w-36']}
          aria-label={place === 0 ? `${label}: colour` : `${label}: mixed with`}
          value={part?.id ?? ''}
          onchange={(event) => choose(place, event.currentTarget.value)}
        >
          <option value="" disabled={place === 0 && !optional}
            >{place > 0 ? 'and nothing else' : optional ? none : 'Choose'}</option
          >
          {#each kinds as [kind, ofKind] (kind)}
            <optgroup label={kind}>
              {#each ofKind as c (c.id)}
                {#if place === 0 || c.mixes}<option value={c.id}>{c.name}</option>{/if}
              {/each}
            </optgroup>
          {/each}
        </select>
      </span>
    {/each}
    {#if value}
      {#if mixes}
        <label class="flex items-center gap-1" for="{own}-water">
          water
          <input
            id="{own}-water"
            class="input w-12 px-2"
            type="number"
            min="0"
            max="32"
            value={value.water}
            onchange={(event) => change({ ...value, water: event.currentTarget.valueAsNumber })}
          />
        </label>
      {/if}
      <label class="flex items-center gap-1" for="{own}-layers">
        layers
        <input
          id="{own}-layers"
          class="input w-12 px-2"
          type="number"
          min="1"
          max="12"
          value={value.layers}
          onchange={(event) => change({ ...value, layers: event.currentTarget.valueAsNumber })}
        />
      </label>
    {/if}
  </div>
</fieldset>
