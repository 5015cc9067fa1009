<script lang="ts">
  import { api, ask, type SiblingsFound, type StashItem } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import { p } from '../../routes';
  import { Resource } from '../../state/resource.svelte';

  let { item }: { item: StashItem } = $props();

  const found = new Resource<SiblingsFound>(() =>
    ask(api.GET('/api/stash/{id}/siblings', { params: { path: { id: item.id } } })),
  );
  $effect(() => {
    void item.id;
    void found.refresh();
  });
  const others = $derived([
    { words: 'for the light', one: found.value?.light },
    { words: 'for the shadow', one: found.value?.dark },
  ]);
</script>

<div class="grid gap-2">
  <p>What you own of the same kind and hue</p>
  <ul class="grid gap-3 sm:grid-cols-2">
    {#each others as { words, one } (words)}
      <li class="grid grid-cols-[5rem_minmax(0,1fr)] items-center gap-3">
        {#if one?.colourant}
          <Swatch
            colours={[one.colourant.fullStrength, one.colourant.wash]}
            paper="#fbfaf7"
            label="{one.name}, {words}"
          />
          <span
            ><a class="underline" href={p('/stash/:id', { params: { id: one.id } })}>{one.name}</a>, {words}</span
          >
        {:else if found.value}
          <span class="col-span-2 text-quiet">Nothing {words}.</span>
        {/if}
      </li>
    {/each}
  </ul>
</div>
