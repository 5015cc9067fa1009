<script lang="ts">
  import type { Recipe } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import { companionWords } from '../../parts/words';

  // A recipe with all that goes with it: first what lies in the light, last what deepens the shadow.
  let { recipe }: { recipe: Recipe } = $props();
</script>

<div class="grid gap-1">
  <PipFormula parts={recipe.parts} water={recipe.water} layers={recipe.layers} />
  {#each recipe.companions as companion, place (place)}
    <div class="grid grid-cols-[3.5rem_1fr] items-start text-sm">
      <span>{companionWords[companion.role]}</span>
      <PipFormula parts={companion.parts} water={companion.water} layers={companion.layers} />
    </div>
  {/each}
</div>
