<script lang="ts">
  import { api, ask, type Tint } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { paper, ground }: { paper: string; ground: string } = $props();

  const tints = new Resource<Tint[]>(() => ask(api.GET('/api/mix/white', { params: { query: { paper } } })));
  $effect(() => {
    void paper;
    void tints.refresh();
  });
  const cool = $derived((tints.value ?? []).filter((tint) => tint.cool).slice(0, 3));
  const beside = $derived((tints.value ?? []).filter((tint) => !tint.cool).slice(0, 6));
</script>

{#snippet list(title: string, of: Tint[])}
  <div>
    <p class="mb-1">{title}</p>
    <ul class="grid gap-2 sm:grid-cols-2">
      {#each of as tint (tint.id)}
        <li class="grid grid-cols-[5rem_minmax(0,1fr)] items-center gap-3">
          <Swatch colours={[tint.colour]} paper={ground} label="A tint of {tint.name}" />
          <span class="text-sm">{tint.name},<br />1 part to {tint.water} water</span>
        </li>
      {/each}
    </ul>
  </div>
{/snippet}

<section class="grid gap-4" aria-label="White things">
  <h2>White things</h2>
  <p class="text-sm">
    Shade them, do not paint them: a pale tint, mostly outside the edge, makes the white stand forward. Grey
    looks dirty; if you like it grey, lay it thin and go over it with white pencil.
  </p>
  {#if tints.trouble}<TroubleNote trouble={tints.trouble} again={tints.refresh} />{/if}
  {@render list('Cool tints, for most things', cool)}
  {@render list('Or the colour of what stands beside it', beside)}
</section>
