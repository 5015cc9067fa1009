<script lang="ts">
  import { api, ask } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { useRun } from '../../state/run.svelte';

  // The run is no more what its plan was made from: it is planned again before the first step.
  let { id, sentence, planned }: { id: string; sentence: string; planned: () => Promise<void> } = $props();

  const run = useRun();
  const work = new Resource(async () => undefined);
  const make = () =>
    work.attempt(async () => {
      await ask(api.POST('/api/runs/{id}/plan', { params: { path: { id } } }));
      await run.refresh();
      await planned();
    });
</script>

<section class="mb-4 grid justify-items-start gap-3" aria-label="This plan is out of date">
  <p class="text-lg">{sentence}</p>
  {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
  <button type="button" class="btn btn-primary" disabled={work.busy} onclick={make}>Plan the run again</button
  >
</section>
