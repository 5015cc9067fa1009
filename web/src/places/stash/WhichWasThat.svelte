<script lang="ts">
  import { api, ask, type LikelyItem } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { likenessWords } from '../../parts/words';
  import { p } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import FromPhoto from '../mix/FromPhoto.svelte';

  let colour = $state('#8aa6cf');
  let asked = $state(false);
  const likely = new Resource<LikelyItem[]>(() =>
    ask(api.GET('/api/stash/like', { params: { query: { colour } } })),
  );
  $effect(() => {
    void colour;
    if (asked) void likely.refresh();
  });
</script>

<section class="sheet grid gap-3" aria-label="Which was that?">
  <h2>Which was that?</h2>
  <div class="flex flex-wrap items-center gap-3"><ColourField bind:colour /></div>
  <FromPhoto take={(taken) => (colour = taken)} />
  {#if asked}
    {#if likely.trouble}<TroubleNote trouble={likely.trouble} again={likely.refresh} />{/if}
    <ol class="grid gap-2" aria-busy={likely.busy}>
      {#each likely.value ?? [] as item (item.id)}
        <li class="grid grid-cols-[5.5rem_minmax(0,1fr)] items-center gap-3">
          <Swatch colours={[colour, item.predicted]} paper="#fbfaf7" label="Asked for, and {item.name}" />
          <span class="min-w-0">
            <a class="underline" href={p('/stash/:id', { params: { id: item.id } })}>{item.name}</a><br />
            <span class="text-sm">{item.strength}, {likenessWords[item.likeness]}</span>
          </span>
        </li>
      {/each}
    </ol>
  {:else}
    <button type="button" class="btn btn-line" onclick={() => (asked = true)}>Look for it</button>
  {/if}
</section>
