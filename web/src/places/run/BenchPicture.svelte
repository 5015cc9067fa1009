<script lang="ts">
  import type { BenchStep, Card, Image } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import CloseUp from '../../parts/CloseUp.svelte';
  import { boxOf, nearBox, type View } from '../../state/closeView';
  import TargetOverlay from './TargetOverlay.svelte';

  // The card in hand as it stands, with what comes now marked on it; as large as the screen leaves room for.
  let { image, paper, card, step }: { image: Image; paper: string; card: Card | undefined; step: BenchStep } =
    $props();

  // It comes near small areas by itself.
  const outlines = $derived(
    image.areas.filter((area) => step.pass.areas.includes(area.id)).map((area) => area.outline),
  );
  const near = $derived((whole: View) => {
    const box = boxOf(outlines);
    return box ? nearBox(box, whole) : whole;
  });
</script>

<div
  class="mx-auto w-full max-w-[calc(38vh*var(--ratio))] md:max-w-[calc(22vh*var(--ratio))] lg:mx-0 lg:max-w-[calc(62vh*var(--ratio))]"
  style:--ratio={image.widthMm / image.heightMm}
  style:aspect-ratio="{image.widthMm} / {image.heightMm}"
>
  <CloseUp {image} {near} label="Card {step.card}">
    {#snippet children(view)}
      <CardPicture
        {image}
        {paper}
        {view}
        ground={card?.ground}
        fills={card?.fills ?? []}
        look={card?.look}
        faded
        label="Card {step.card}: where to paint now"
      >
        <TargetOverlay {image} areas={step.pass.areas} zone={step.pass.zone} colour={step.pass.mix.colour} />
      </CardPicture>
    {/snippet}
  </CloseUp>
</div>
