<script lang="ts">
  import type { Part } from '../api/client';

  // How a mix is read everywhere: a counted row of pips per colourant, then drops of water, then layers.
  let {
    parts,
    water,
    layers = 1,
    size = 'small',
  }: { parts: Part[]; water: number; layers?: number; size?: 'small' | 'large' } = $props();

  const pip = $derived(size === 'large' ? 26 : 17);
  // A pencil or a pen is laid as it comes: nothing is to be said of water.
  const dry = $derived(water === 0 && parts.every((part) => part.asItComes));
  // More than eight pips or drops are written, not drawn.
  const drawn = (count: number) => (count <= 8 ? count : 1);
</script>

<div class={['flex flex-wrap items-start', size === 'large' ? 'gap-x-6 gap-y-2' : 'gap-x-4 gap-y-1 text-sm']}>
  {#each parts as part (part.id)}
    <div>
      <div class="flex gap-0.5" aria-hidden="true">
        {#each { length: drawn(part.parts) }, index (index)}
          <svg width={pip} height={pip} viewBox="0 0 20 20">
            <circle
              cx="10"
              cy="10"
              r="8.6"
              fill={part.colour}
              stroke="#1d2026"
              stroke-opacity="0.55"
              stroke-width="1.4"
            />
          </svg>
        {/each}
      </div>
      <div title={part.colourIndex || undefined}>{part.parts} {part.name}</div>
    </div>
  {/each}
  {#if !dry}<div class={[water === 0 && 'self-end']}>
      <div class="flex gap-0.5" aria-hidden="true">
        {#each { length: drawn(water) }, index (index)}
          <svg width={pip * 0.72} height={pip} viewBox="0 0 14 20">
            <path
              d="M7 1.6C9.6 6 12.4 9 12.4 12.8a5.4 5.4 0 0 1-10.8 0C1.6 9 4.4 6 7 1.6Z"
              fill="none"
              stroke="#1d2026"
              stroke-width="1.5"
            />
          </svg>
        {/each}
      </div>
      <div>{water === 0 ? 'no water' : `${water} water`}</div>
    </div>{/if}
  {#if layers > 1}<div class="self-center">× {layers} layers</div>{/if}
</div>
