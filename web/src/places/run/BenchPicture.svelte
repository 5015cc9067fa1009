<script lang="ts">
  import type { BenchStep, Card, Image } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TargetOverlay from './TargetOverlay.svelte';

  // The card in hand as it stands, with what comes now marked on it; as large as the screen leaves room for.
  let { image, paper, card, step }: { image: Image; paper: string; card: Card | undefined; step: BenchStep } =
    $props();
</script>

<div
  class="mx-auto w-full max-w-[calc(38vh*var(--ratio))] lg:mx-0 lg:max-w-[calc(62vh*var(--ratio))]"
  style:--ratio={image.widthMm / image.heightMm}
  style:aspect-ratio="{image.widthMm} / {image.heightMm}"
>
  <CardPicture
    {image}
    {paper}
    ground={card?.ground}
    fills={card?.fills ?? []}
    faded
    label="Card {step.card}: where to paint now"
  >
    <TargetOverlay {image} areas={step.pass.areas} zone={step.pass.zone} colour={step.pass.mix.colour} />
  </CardPicture>
</div>
