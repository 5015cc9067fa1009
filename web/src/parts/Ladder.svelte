<script lang="ts">
  import Swatch from './Swatch.svelte';

  // A row of steps on their paper, each with its name beneath: water, layers.
  let {
    title,
    steps,
    paper,
    estimated = true,
  }: {
    title: string;
    steps: { name: string; colour: string }[];
    paper: string;
    estimated?: boolean;
  } = $props();
</script>

<figure>
  <figcaption class="mb-1">{title}</figcaption>
  <Swatch colours={steps.map((step) => step.colour)} {paper} {estimated} label={title} />
  <div class="grid text-center text-sm" style:grid-template-columns="repeat({steps.length}, 1fr)">
    {#each steps as step (step.name)}<span>{step.name}</span>{/each}
  </div>
</figure>
