<script lang="ts">
  import type { BenchStep, Image, Still } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import PipFormula from '../../parts/PipFormula.svelte';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import { nearAreas } from '../../state/closeView';

  // Beside what is to be done, what it should look like: near its areas where the card is painted already.
  let {
    step,
    paper,
    image,
    wet,
    dry,
    roomy,
  }: {
    step: BenchStep;
    paper: string;
    image: Image | null;
    wet?: Still;
    dry?: Still;
    /** There is room for pictures: nothing is waited for below. */
    roomy: boolean;
  } = $props();

  const near = $derived(nearAreas(image, step.pass.areas));

  const mixes = $derived([step.pass.mix, ...step.pass.also].filter((mix) => mix.parts.length > 0));
</script>

<h2 class={['mt-1 leading-tight', step.pass.title.length > 48 ? 'text-[1.7rem]' : 'text-[2.2rem]']}>
  {step.pass.title}
</h2>
<div class="mt-3 flex flex-wrap gap-x-8 gap-y-3">
  {#each mixes as mix (mix.key)}
    <PipFormula parts={mix.parts} water={mix.water} size="large" />
  {/each}
  {#if roomy && wet && dry && wet.pass === step.pass.index}
    <figure class="ml-auto grid grid-cols-2 gap-x-2">
      {#each [{ still: wet, words: 'wet' }, { still: dry, words: 'dry' }] as { still, words } (words)}
        <div>
          <div
            class="h-12 w-16 xl:h-20 xl:w-24 xl:[@media(min-height:850px)]:h-28 xl:[@media(min-height:850px)]:w-32"
          >
            <CardPicture
              {image}
              {paper}
              mat={false}
              look={still.url}
              view={near}
              label="So it should look while it is {words}"
            />
          </div>
          <p
            class="text-center text-xs xl:text-sm"
            title={words === 'dry' ? 'Add no colour because it looks paler dry' : ''}
          >
            {words === 'dry' ? 'dry: paler' : words}
          </p>
        </div>
      {/each}
      <figcaption class="sr-only">So it should look</figcaption>
    </figure>
  {:else if step.goal}
    <figure class={['ml-auto w-36', !roomy && '[@media(max-height:790px)]:hidden']}>
      <Swatch
        colours={[step.goal.wet, step.goal.dry]}
        {paper}
        label="While it is wet, and when it is dry, on the paper"
      />
      <figcaption
        class="grid grid-cols-2 text-center text-xs"
        title="Add no colour because it looks paler dry"
      >
        <span>wet</span><span>dry: paler</span>
      </figcaption>
    </figure>
  {/if}
</div>
<dl class="mt-2 grid grid-cols-[5rem_1fr] gap-y-1.5 text-lg leading-snug [@media(max-height:790px)]:gap-y-1">
  {#if step.first}
    <dt class="font-bold">First</dt>
    <dd>{step.first}</dd>
  {/if}
  {#if step.thisCard}
    <dt class="font-bold">Print</dt>
    <dd>{step.thisCard}</dd>
  {/if}
  <dt class="font-bold">How</dt>
  <dd>{step.pass.how}.</dd>
  <dt class="font-bold">Where</dt>
  <dd>{step.pass.where}.</dd>
  {#each step.pass.notes as note (note)}
    <dt class="font-bold">Note</dt>
    <dd>{note}</dd>
  {/each}
</dl>
{#each step.pass.cautions as remark (remark.text)}
  <div class="mt-3"><RemarkNote {remark} /></div>
{/each}
