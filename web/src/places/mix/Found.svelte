<script lang="ts">
  import type { MixFound, Recipe } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { byHandWords, likenessWords } from '../../parts/words';

  let { found, wish, take }: { found: MixFound; wish: string; take: (recipe: Recipe) => void } = $props();

  const words = (recipe: Recipe) => `${likenessWords[recipe.likeness]}, ${recipe.difference.toFixed(1)}`;
</script>

{#snippet row(recipe: Recipe)}
  <div class="w-36">
    <Swatch colours={[wish, recipe.predicted]} paper={found.paper} label="Wish and prediction on the paper" />
    <div class="grid grid-cols-2 text-center text-xs" aria-hidden="true">
      <span>wish</span><span>dry</span>
    </div>
  </div>
  <p class="w-32 text-sm">{words(recipe)}{byHandWords(recipe)}</p>
  <div class="min-w-0 flex-1">
    <PipFormula parts={recipe.parts} water={recipe.water} layers={recipe.layers} />
  </div>
{/snippet}

{#if found.note}<p class="mb-2 text-sm">{found.note}</p>{/if}
<ol class="grid gap-2">
  {#each found.recipes as recipe, place (place)}
    <li class="sheet flex flex-wrap items-center gap-x-5 gap-y-2 py-2">
      {@render row(recipe)}
      <button type="button" class="btn btn-line btn-sm" onclick={() => take(recipe)}>Try it</button>
    </li>
  {/each}
</ol>
{#if found.addition}
  <div class="sheet mt-4 border-l-4 border-warm">
    <p>
      Your colours come no nearer. With <strong>{found.addition.name} ({found.addition.colourIndex})</strong> added
      to the stash you would get:
    </p>
    <div class="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">{@render row(found.addition.recipe)}</div>
  </div>
{/if}
