<script lang="ts">
  import type { Tone } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { toneWords } from '../../parts/words';

  // A colour beside its shadows or lights, each with how to get there.
  let { title, tones, colour, paper }: { title: string; tones: Tone[]; colour: string; paper: string } =
    $props();
</script>

<div>
  <p class="mb-1">{title}</p>
  <ul class="grid gap-2">
    {#each tones as tone (tone.way)}
      <li class="flex flex-wrap items-center gap-x-5 gap-y-1">
        <div class="w-36">
          <Swatch
            colours={[colour, tone.predicted]}
            {paper}
            label="The colour beside {toneWords[tone.way]}"
          />
        </div>
        <span class="w-52">{toneWords[tone.way]}</span>
        {#if tone.way !== 'anotherLayer'}
          <PipFormula parts={tone.parts} water={tone.water} layers={tone.layers} />
        {/if}
      </li>
    {:else}
      <li>Nothing that you own goes further.</li>
    {/each}
  </ul>
</div>
