<script lang="ts">
  import { api, ask, type Colours, type ThriftStop } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // How many mixes the run takes, and what fewer or more of them would come to, chosen over all areas together.
  let {
    colours,
    piece,
    change,
  }: { colours: Colours; piece: string; change: (call: () => Promise<Colours>) => Promise<void> } = $props();

  const path = $derived({ path: { id: piece } });
  let open = $state(false);
  const stops = new Resource<ThriftStop[]>(() =>
    ask(api.GET('/api/pieces/{id}/colours/thrift', { params: path })),
  );
  $effect(() => {
    if (open && colours) void stops.refresh();
  });

  // Pencils, pens and pads are taken up, not mixed.
  const dry = $derived(colours.areas.some((a) => a.recipe.parts.some((part) => part.asItComes)));
  const count = (mixes: number) => `${mixes} ${dry ? 'mixes or pencils' : mixes === 1 ? 'mix' : 'mixes'}`;
  const near = (difference: number) => `${difference.toFixed(1)} from the wishes in the mean`;
  // From few mixes on the left to as close as possible on the right.
  const scale = $derived([...(stops.value ?? [])].reverse());
  const now = $derived(scale.findIndex((stop) => stop.now));
  /** Where the run stands: by its recipes, or where these are chosen otherwise by how many mixes they take. */
  const here = $derived(now >= 0 ? now : scale.filter((stop) => stop.mixes < colours.count.mixes).length);
  let held = $state<number>();
  const at = $derived(scale[held ?? now]);

  async function choose(place: number) {
    const stop = scale[place];
    if (!stop) return;
    await change(() =>
      ask(
        api.PUT('/api/pieces/{id}/colours/thrift', {
          params: path,
          body: { pricePerMix: stop.pricePerMix },
        }),
      ),
    );
    held = undefined;
  }
</script>

<section class="sheet grid gap-2" aria-label="How many mixes">
  <p class="flex flex-wrap items-baseline gap-x-4">
    <span>{count(colours.count.mixes)}, {near(colours.count.meanDifference)}.</span>
    <button type="button" class="min-h-9 underline" aria-expanded={open} onclick={() => (open = !open)}
      >{open ? 'Close' : 'Fewer mixes, or closer'}</button
    >
  </p>
  {#if open}
    {#if stops.trouble}<TroubleNote trouble={stops.trouble} again={stops.refresh} />{/if}
    {#if scale.length > 1}
      <label class="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-3 text-sm">
        <span>few mixes</span>
        <input
          class="range w-full range-sm"
          type="range"
          min="0"
          max={scale.length - 1}
          step="1"
          value={held ?? Math.min(here, scale.length - 1)}
          disabled={stops.busy}
          aria-label="From few mixes to as close as possible"
          aria-valuetext={at ? `${count(at.mixes)}, ${near(at.meanDifference)}` : 'as it is'}
          oninput={(event) => (held = event.currentTarget.valueAsNumber)}
          onchange={(event) => choose(event.currentTarget.valueAsNumber)}
        />
        <span>as close as possible</span>
      </label>
      <p class="text-sm" aria-live="polite">
        {#if at}
          {count(at.mixes)}, {near(at.meanDifference)}.
          {at.gap < 0.005
            ? 'Proven: no other choice of as many does better.'
            : `Not proven best: another choice could be at most ${at.gap.toFixed(2)} nearer.`}
        {:else}
          Not all recipes are as this would choose them. Moving it chooses for all areas but those whose
          colours you named.
        {/if}
      </p>
    {:else if stops.value}
      <p class="text-sm">There is nothing to share: wish for more than one colour first.</p>
    {/if}
  {/if}
</section>
