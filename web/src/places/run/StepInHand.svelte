<script lang="ts">
  import type { BenchStep } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';

  let { step }: { step: BenchStep } = $props();
</script>

<h2 class="mt-1 text-[2.4rem]">{step.pass.title}</h2>
<div class="mt-4"><PipFormula parts={step.pass.mix.parts} water={step.pass.mix.water} size="large" /></div>
<dl class="mt-4 grid grid-cols-[6rem_1fr] gap-y-2 text-lg">
  {#if step.rinse}
    <dt class="font-bold">First</dt>
    <dd>Rinse the brush, then load this mix</dd>
  {/if}
  <dt class="font-bold">Brush</dt>
  <dd>{step.pass.brush}</dd>
  <dt class="font-bold">Where</dt>
  <dd>{step.pass.where}</dd>
</dl>
