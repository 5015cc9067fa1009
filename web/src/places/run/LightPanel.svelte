<script lang="ts">
  import type { ImageLight, ZoneRule, ZoneStyle } from '../../api/client';

  // What is set here holds for the picked areas, or, with none picked, for all that have no rule of their own.
  let {
    light,
    chosen,
    set,
    follow,
  }: {
    light: ImageLight;
    chosen: number[];
    set: (rule: ZoneRule) => void;
    follow: () => void;
  } = $props();

  const own = $derived(chosen.length > 0 ? light.own[String(chosen[0])] : undefined);
  const rule = $derived(own ?? light.rule);
  const styles: Record<ZoneStyle, string> = {
    light: 'by the light, following its form',
    centreOut: 'from a point outwards, as petals',
    edgeDark: 'deep along the line, light in the middle',
  };
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  function share(key: 'shadowShare' | 'lightShare' | 'whiteShare', value: number) {
    const next = { ...rule, [key]: value };
    if (key === 'lightShare') next.shadowShare = Math.min(next.shadowShare, 1 - value);
    if (key === 'shadowShare') next.lightShare = Math.min(next.lightShare, 1 - value);
    next.whiteShare = Math.min(next.whiteShare, next.lightShare);
    set(next);
  }
</script>

{#snippet slider(label: string, key: 'shadowShare' | 'lightShare' | 'whiteShare', most: number)}
  <label class="grid grid-cols-[8rem_minmax(0,1fr)_3.5rem] items-center gap-3">
    {label}
    <input
      class="range range-sm"
      type="range"
      min="0"
      max={most}
      step="0.05"
      value={rule[key]}
      oninput={(event) => share(key, event.currentTarget.valueAsNumber)}
    />
    <span class="text-right">{percent(rule[key])}</span>
  </label>
{/snippet}

<section class="sheet grid gap-4" aria-label="Light and zones">
  <p>
    {#if chosen.length === 0}
      For all areas. Pick some to shade them otherwise; drag the sun, or move it with the arrow keys.
    {:else}
      For {chosen.length === 1 ? 'area' : 'areas'} {chosen.join(', ')}.
    {/if}
  </p>
  <label class="grid gap-1">
    Shaded
    <select
      class="select w-full"
      value={rule.style}
      onchange={(event) => set({ ...rule, style: event.currentTarget.value as ZoneStyle })}
    >
      {#each Object.entries(styles) as [style, words] (style)}<option value={style}>{words}</option>{/each}
    </select>
  </label>
  {@render slider('Shadow', 'shadowShare', 0.9)}
  {@render slider('Light', 'lightShare', 0.9)}
  {@render slider('Kept white', 'whiteShare', 0.5)}
  {#if own}
    <div><button type="button" class="underline" onclick={follow}>Shade them as all others</button></div>
  {/if}
  <ul class="flex flex-wrap gap-x-6 text-sm text-quiet" aria-label="What the patterns mean">
    <li>hatched: shadow</li>
    <li>dotted: light</li>
    <li>dashed outline: kept white</li>
  </ul>
</section>
