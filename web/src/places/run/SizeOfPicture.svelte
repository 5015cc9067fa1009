<script lang="ts">
  import { api, ask } from '../../api/client';
  import { Resource } from '../../state/resource.svelte';

  type How = 'width' | 'dots' | 'points' | 'photo';
  let {
    how,
    isSvg,
    pointing,
    size = $bindable(),
    choose,
  }: {
    how: How;
    isSvg: boolean;
    /** Whether the picture is shown, so that points can be put on it. */
    pointing: boolean;
    size: { width: string; height: string; dots: number };
    choose: (how: How) => void;
  } = $props();

  const uid = $props.id();
  const widths = new Resource(() => ask(api.GET('/api/usual-widths')));
  void widths.refresh();
</script>

{#snippet way(value: How, words: string, disabled = false)}
  <input
    class="radio radio-sm"
    type="radio"
    name="{uid}-how"
    {value}
    {disabled}
    checked={how === value}
    onchange={() => choose(value)}
  />
  {words}
{/snippet}
{#snippet length(label: string, key: 'width' | 'height', placeholder: string)}
  <input
    class="input w-32"
    aria-label={label}
    {placeholder}
    list={key === 'width' ? `${uid}-widths` : undefined}
    bind:value={size[key]}
  />
{/snippet}

<fieldset class="grid gap-2">
  <legend class="mb-1">How large is it{isSvg ? ', if not as it says itself' : ''}?</legend>
  <datalist id="{uid}-widths">
    {#each widths.value ?? [] as usual (usual.name)}
      <option value={usual.width}>{usual.name}</option>
    {/each}
  </datalist>
  <label class="flex flex-wrap items-center gap-2">
    {@render way('width', 'Width')}
    {#if how === 'width'}
      {@render length('Width of the picture', 'width', '4 1/4 in')}
      <span class="text-quiet">in mm or inches</span>
    {/if}
  </label>
  {#if !isSvg}
    <label class="flex flex-wrap items-center gap-2">
      {@render way('dots', 'Scanned at')}
      <input
        class="input w-28"
        type="number"
        min="30"
        max="4800"
        aria-label="Dots per inch of the scan"
        bind:value={size.dots}
        onfocus={() => choose('dots')}
      />
      <span class="text-quiet">dots per inch</span>
    </label>
    <label class="flex flex-wrap items-center gap-2">
      {@render way('photo', 'A photo of the panel', !pointing)}
      {#if how === 'photo'}
        {@render length('Width of the panel', 'width', '4 1/4 in')}
        x
        {@render length('Height of the panel', 'height', '5 1/2 in')}
        <span class="text-quiet">put the points on its corners</span>
      {/if}
    </label>
    <label class="flex flex-wrap items-center gap-2">
      {@render way('points', 'Two points on it', !pointing)}
      {#if how === 'points'}
        {@render length('Distance between the two points', 'width', '2 in')}
        <span class="text-quiet">apart</span>
      {/if}
    </label>
  {/if}
</fieldset>
