<script lang="ts">
  import type { StashItem } from '../../api/client';

  let {
    label,
    colourants,
    chosen = $bindable(),
  }: { label: string; colourants: StashItem[]; chosen: string[] } = $props();

  const toggle = (id: string) =>
    (chosen = chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
</script>

<fieldset class="sheet mt-3">
  <legend class="sr-only">{label}</legend>
  <p class="mb-2">{label}: {chosen.length} chosen{chosen.length < 2 ? ', two at least' : ''}</p>
  <div class="flex max-h-44 flex-wrap gap-1.5 overflow-y-auto">
    {#each colourants as item (item.id)}
      {@const on = chosen.includes(item.id)}
      <button
        type="button"
        class={['flex min-h-9 items-center gap-1.5 border px-2', on ? 'border-ink font-bold' : 'border-line']}
        aria-pressed={on}
        onclick={() => toggle(item.id)}
      >
        <span class="size-4" style:background={item.colourant?.fullStrength} aria-hidden="true"></span>
        {item.name}
      </button>
    {/each}
  </div>
</fieldset>
