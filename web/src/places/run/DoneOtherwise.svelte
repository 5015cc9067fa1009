<script lang="ts">
  import type { Bench } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';

  // What was done with another mix than planned: how it was to look, and how it does.
  let { steps, paper }: { steps: Bench['otherwise']; paper: string } = $props();
</script>

{#if steps.length > 0}
  <section class="mt-3" aria-label="Done otherwise">
    <h3>Done otherwise</h3>
    <ul class="mt-1 grid gap-2">
      {#each steps as step (step.step)}
        <li class="flex items-center gap-3">
          <span class="w-24 shrink-0">
            <Swatch colours={[step.planned, step.really]} {paper} label="As planned, and as it is" />
          </span>
          <span>{step.sentence}</span>
        </li>
      {/each}
    </ul>
  </section>
{/if}
