<script lang="ts">
  import { api, ask, type AreaColour } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { nearAreas } from '../../state/closeView';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';

  // The largest of some areas that become the same: near by, as it will look when it is dry.
  let { areas, nameOf, paper }: { areas: AreaColour[]; nameOf: (area: number) => string; paper: string } =
    $props();

  const run = useRun();
  const piece = $derived(pieceOf(run.value));
  const image = $derived(piece?.image ?? null);
  const sizes = $derived(new Map(image?.areas.map((area) => [area.id, area.sizeMm2])));
  const of = $derived(
    areas.reduce((one, other) => ((sizes.get(other.area) ?? 0) > (sizes.get(one.area) ?? 0) ? other : one)),
  );
  const name = $derived(nameOf(of.area));
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
