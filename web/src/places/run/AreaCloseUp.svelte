<script lang="ts">
  import { api, ask, type AreaColour } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { nearAreas } from '../../state/closeView';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';

  // An area near by, as it will look when it is dry.
  let { of, name, paper }: { of: AreaColour; name: string; paper: string } = $props();

  const run = useRun();
  const piece = $derived(pieceOf(run.value));
  const image = $derived(piece?.image ?? null);
  const seen = new Resource<{ url: string }>(() =>
    ask(
      api.POST('/api/pieces/{id}/colours/close-up', {
        params: { path: { id: piece?.id ?? '' } },
        body: { area: of.area },
      }),
    ),
  );
  // Again when something else becomes of it.
  const becomes = $derived(JSON.stringify([of.area, of.recipe, of.method, of.shadow, of.gradient?.gradient]));
  $effect(() => {
    if (becomes) void seen.refresh();
  });
</script>

<figure>
  <div class="aspect-[4/3]">
    <CardPicture
      {image}
      {paper}
      mat={false}
      fills={[of.predicted]}
      look={seen.busy ? null : seen.value?.url}
      view={nearAreas(image, [of.area])}
      label="{name}, near by, dry"
    />
  </div>
  <figcaption class="mt-1 text-sm" aria-live="polite">
    {#if seen.busy}Painting it
    {:else if seen.trouble}<TroubleNote trouble={seen.trouble} again={seen.refresh} />
    {:else}{name}, painted on this paper and dry{/if}
  </figcaption>
</figure>
