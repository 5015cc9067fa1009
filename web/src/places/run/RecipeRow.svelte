<script lang="ts">
  import type { AreaColour, Method, MethodSheet } from '../../api/client';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import AreaCloseUp from './AreaCloseUp.svelte';
  import MethodChoice from './MethodChoice.svelte';
  import RecipeParts from './RecipeParts.svelte';
  import { byHandWords, likenessWords, shadowWords } from '../../parts/words';
  import { coloursOf } from '../../state/gradient';

  let {
    areas,
    nameOf,
    paper,
    methods,
    choose,
    by,
    pick,
  }: {
    areas: AreaColour[];
    nameOf: (area: number) => string;
    paper: string;
    methods: MethodSheet[];
    choose: (areas: number[], place: number) => void;
    by: (areas: number[], method: Method) => void;
    pick: (areas: number[]) => void;
  } = $props();

  let open = $state(false);
  // Small areas have no light and shadow of their own: the row tells of one that has.
  const first = $derived((areas.find((a) => a.differences.shadow !== null) ?? areas[0]) as AreaColour);
  const ids = $derived(areas.map((a) => a.area));
  const names = $derived(ids.map(nameOf));
  const far = $derived(!first.exactly && first.likeness === 'another');
  const off = $derived(first.differences.middle ?? first.differences.shadow ?? 0);
  // Where a zone is what the middle is, that is not said again.
  const apart = (zone: string, difference: number | null) =>
    difference === null || difference.toFixed(1) === off.toFixed(1)
      ? []
      : [`${zone} ${difference.toFixed(1)}`];
  const words = $derived(
    first.gradient
      ? `One colour into another, ${first.gradient.inWords}`
      : first.exactly
        ? 'As you named it'
        : [
            `${likenessWords[first.likeness]}, ${off.toFixed(1)}`,
            ...apart('light', first.differences.light),
            ...apart('shadow', first.differences.shadow),
          ].join('; '),
  );
  const parts = $derived([
    ...(first.exactly ? [] : [{ words: 'wish', colour: first.wish }]),
    ...(first.predicted.light ? [{ words: 'light', colour: first.predicted.light }] : []),
    { words: 'dry', colour: first.predicted.whole },
    ...(first.predicted.shadow ? [{ words: 'shadow', colour: first.predicted.shadow }] : []),
    ...(first.wet ? [{ words: 'wet', colour: first.wet }] : []),
  ]);
  const method = $derived(methods.find((m) => m.method === first.method));
</script>

<article
  class="sheet grid items-center gap-x-5 gap-y-2 md:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)_minmax(0,1.5fr)_auto]"
>
  <div class="min-w-0">
    <h3>
      <button type="button" class="text-left hover:underline" onclick={() => pick(ids)}>
        {names.slice(0, 2).join(', ')}{names.length > 2 ? ` and ${names.length - 2} more` : ''}
      </button>
    </h3>
    <p class="text-sm">
      {words}. {shadowWords[first.shadow]}.
      {method?.name}
    </p>
  </div>
  <div>
    {#if first.predicted.gradient}
      {@const gradient = first.predicted.gradient}
      <Swatch
        colours={coloursOf(gradient, 'whole')}
        {paper}
        smooth
        label="One colour into another, dry, on the paper"
      />
      {#if gradient.steps.some((step) => step.shadow)}
        <Swatch
          colours={coloursOf(gradient, 'shadow')}
          {paper}
          smooth
          label="The same in the shadow, on the paper"
        />
      {/if}
    {:else}
      <Swatch
        colours={parts.map((part) => part.colour)}
        {paper}
        label="{parts.map((part) => part.words).join(', ')} on the paper"
      />
      <div
        class="grid text-center text-xs"
        style:grid-template-columns="repeat({parts.length}, 1fr)"
        aria-hidden="true"
      >
        {#each parts as part (part.words)}<span>{part.words}</span>{/each}
      </div>
    {/if}
  </div>
  <RecipeParts recipe={first.recipe} />
  <button type="button" class="btn btn-line" aria-expanded={open} onclick={() => (open = !open)}
    >Other ways</button
  >
  {#each first.gradient?.remarks ?? [] as remark (remark.text)}
    <div class="text-sm md:col-span-4"><RemarkNote {remark} /></div>
  {/each}
  {#if far}
    <p class="border-l-4 border-warm pl-3 text-sm md:col-span-4">
      These colours cannot reach the wish: this is the nearest, {off.toFixed(0)} away. Add a colour to mix from,
      or wish for something nearer.
    </p>
  {/if}
  {#if open}
    {#if first.oneWashMore}<p class="text-sm md:col-span-4">{first.oneWashMore}</p>{/if}
    <div class="grid gap-5 border-t border-hair pt-3 md:col-span-4 md:grid-cols-[18rem_minmax(0,1fr)]">
      <AreaCloseUp {areas} {nameOf} {paper} />
      <MethodChoice {methods} value={first.method} change={(to) => by(ids, to)} />
    </div>
    <ol class="grid gap-2 border-t border-hair pt-2 md:col-span-4">
      {#each first.others as other, place (place)}
        <li class="grid items-center gap-4 md:grid-cols-[8rem_minmax(0,1fr)_minmax(0,1.5fr)_auto]">
          <span class="text-sm"
            >{#if other.mixedFor > 0}<strong>Mixed already.</strong>{/if}
            {likenessWords[other.recipe.likeness]}, {other.recipe.difference.toFixed(1)}{byHandWords(
              other.recipe,
            )}</span
          >
          <Swatch colours={other.recipe.ladder} {paper} label="From much water to none, on the paper" />
          <RecipeParts recipe={other.recipe} />
          <button type="button" class="btn btn-line btn-sm" onclick={() => choose(ids, place)}
            >Use this</button
          >
        </li>
      {/each}
    </ol>
  {/if}
</article>
