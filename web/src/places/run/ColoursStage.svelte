<script lang="ts">
  import {
    api,
    ask,
    type AreaColour,
    type ByLamp,
    type CardWish,
    type Colours,
    type Method,
  } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import CloseUp from '../../parts/CloseUp.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { Batches } from '../../state/batches';
  import { inTurn } from '../../state/inTurn';
  import { asked, handOf, lately as latelyUsed, type Hand } from '../../state/colourHand';
  import { shown } from '../../state/gradient';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';
  import AreaOverlay from './AreaOverlay.svelte';
  import CardWorkPanel from './CardWorkPanel.svelte';
  import GradientMarks from './GradientMarks.svelte';
  import RecipeRow from './RecipeRow.svelte';
  import RunWays from './RunWays.svelte';
  import Supplies from './Supplies.svelte';
  import ThriftPanel from './ThriftPanel.svelte';
  import WishForm from './WishForm.svelte';

  const run = useRun();
  const piece = $derived(pieceOf(run.value));
  const id = $derived(piece?.id ?? '');
  const image = $derived(piece?.image);
  const path = $derived({ path: { id } });
  const colours = new Resource<Colours>(() => ask(api.GET('/api/pieces/{id}/colours', { params: path })));
  $effect(() => {
    if (id) void colours.refresh();
  });

  let chosen = $state<number[]>([]);
  let hand = $state<Hand>({ kind: 'wish', colour: '#d9b45a', shadow: 'soft', method: null });
  let tapping = $state(false);
  /** A gradient is being shown on the picture. */
  let showing = $state(false);
  let lately = $state.raw<Hand[]>([]);
  /** What areas had before each change, the latest last. */
  let before = $state.raw<Map<number, AreaColour | undefined>[]>([]);
  /** With each area go all that are alike: the petals of all flowers. */
  let alike = $state(false);
  async function pick(area: number) {
    const group = alike ? await alikeTo(area) : [area];
    if (tapping) void taps.add(...group);
    else if (chosen.includes(area)) chosen = chosen.filter((a) => !group.includes(a));
    else chosen = [...new Set([...chosen, ...group])];
  }
  async function alikeTo(area: number): Promise<number[]> {
    let group = [area];
    await colours.attempt(async () => {
      group = await ask(
        api.GET('/api/pieces/{id}/image/areas/{area}/alike', { params: { path: { id, area } } }),
      );
    });
    // What stays bare takes no colour, however alike it is.
    const bare = (one: number) =>
      ['notPart', 'leaveWhite'].includes(image?.areas.find((a) => a.id === one)?.mark ?? '');
    return group.filter((one) => one === area || !bare(one));
  }

  // By which light the card is looked at; the lamp's colours are asked for again when something has changed.
  let lamp = $state(false);
  const byLamp = new Resource<ByLamp>(() =>
    ask(api.GET('/api/pieces/{id}/colours/by-lamp', { params: path })),
  );
  $effect(() => {
    if (lamp && colours.value && !colours.busy) void byLamp.refresh();
  });
  const fills = $derived(
    lamp && byLamp.value ? byLamp.value.fills : (colours.value?.areas.map((a) => a.predicted) ?? []),
  );
  const paper = $derived((lamp && byLamp.value?.paper) || (colours.value?.paperColour ?? '#ffffff'));
  // Areas that become the same are one row.
  const rows = $derived(
    Map.groupBy(colours.value?.areas ?? [], (a: AreaColour) =>
      JSON.stringify([
        a.wish,
        a.shadow,
        a.method,
        a.recipe.parts,
        a.recipe.water,
        a.recipe.layers,
        a.recipe.companions,
        a.gradient?.gradient,
      ]),
    ),
  );
  const nameOf = (area: number) => image?.areas.find((a) => a.id === area)?.name ?? `Area ${area}`;

  // How a gradient goes is drawn or tapped on the picture; a direction or a point is said in one go.
  const stroke = $derived(
    showing && hand.kind === 'named' && hand.gradient
      ? (from: { x: number; y: number }, to: { x: number; y: number }) => {
          if (hand.kind !== 'named' || !hand.gradient) return;
          hand = { ...hand, gradient: shown(hand.gradient, from, to) };
          if (hand.gradient?.way !== 'dropIns') showing = false;
        }
      : undefined,
  );

  const turns = inTurn();
  const change = (call: () => Promise<Colours>) =>
    turns(async () => {
      if (await colours.attempt(async () => colours.set(await call()))) await run.refresh();
    });
  const put = (what: Hand, areas: number[]) => {
    const body = asked(what, areas);
    return 'wish' in body
      ? ask(api.PUT('/api/pieces/{id}/colours/wishes', { params: path, body: body.wish }))
      : ask(api.PUT('/api/pieces/{id}/colours/named', { params: path, body: body.named }));
  };
  const leaveBare = (areas: number[]) =>
    ask(api.POST('/api/pieces/{id}/colours/wishes/leave-white', { params: path, body: { areas } }));

  /** Changes areas, and remembers what they had. */
  async function colour(areas: number[], call: () => Promise<Colours>) {
    const had = new Map(areas.map((area) => [area, colours.value?.areas.find((a) => a.area === area)]));
    if (!(await colours.attempt(async () => colours.set(await call())))) return false;
    before = [...before, had];
    await run.refresh();
    return true;
  }
  async function lay(areas: number[]) {
    const what = $state.snapshot(hand) as Hand;
    if (await colour(areas, () => put(what, areas))) lately = latelyUsed(lately, what);
  }
  const taps = new Batches<number>(lay);
  const apply = async () => {
    await lay(chosen);
    chosen = [];
  };
  const leaveWhite = () => colour(chosen, () => leaveBare(chosen));

  async function undo() {
    const had = before.at(-1);
    if (!had) return;
    const bare = [...had].filter(([, area]) => !area).map(([id]) => id);
    await change(async () => {
      let now = bare.length > 0 ? await leaveBare(bare) : undefined;
      for (const [id, area] of had) if (area) now = await put(handOf(area), [id]);
      return now ?? (colours.value as Colours);
    });
    before = before.slice(0, -1);
  }
  const by = (areas: number[], method: Method) =>
    change(() => ask(api.PUT('/api/pieces/{id}/colours/methods', { params: path, body: { areas, method } })));
  const setCardWork = (work: CardWish[]) =>
    change(() => ask(api.PUT('/api/pieces/{id}/colours/card', { params: path, body: { work } })));
  const choose = (areas: number[], place: number) =>
    change(() => ask(api.PUT('/api/pieces/{id}/colours/recipes', { params: path, body: { areas, place } })));
</script>

{#if image && colours.value}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,8fr)]">
    <div class="grid content-start gap-4">
      <div style:aspect-ratio="{image.widthMm} / {image.heightMm}">
        <CloseUp {image} drawing={tapping || stroke !== undefined} label="The card">
          {#snippet children(view, times)}
            <CardPicture
              {image}
              {fills}
              {view}
              {paper}
              label="The card as it will look, dry{lamp ? ', by a warm lamp' : ''}"
            >
              <AreaOverlay {image} {chosen} {pick} {tapping} {times} {stroke} />
              {#if hand.kind === 'named' && hand.gradient}
                <GradientMarks gradient={hand.gradient} {times} {image} {chosen} />
              {/if}
            </CardPicture>
          {/snippet}
        </CloseUp>
      </div>
      {#if rows.size > 0}
        <div class="grid gap-2">
          <label class="flex min-h-10 items-center gap-2">
            <input class="toggle" type="checkbox" bind:checked={lamp} />
            Look at it by a warm lamp
          </label>
          {#if lamp && byLamp.trouble}<TroubleNote trouble={byLamp.trouble} again={byLamp.refresh} />{/if}
          {#if lamp && byLamp.value}
            {#each byLamp.value.parted as sentence (sentence)}
              <p class="border-l-4 border-warm pl-3 text-sm">{sentence}</p>
            {:else}
              <p class="text-sm">What matches by daylight matches by the lamp, too.</p>
            {/each}
          {/if}
        </div>
      {/if}
      <details>
        <summary class="cursor-pointer underline">Pick areas from a list</summary>
        <div class="mt-2 flex flex-wrap gap-x-5">
          {#each image.areas as area (area.id)}
            <label class="flex min-h-9 items-center gap-2">
              <input
                class="checkbox checkbox-sm"
                type="checkbox"
                checked={chosen.includes(area.id)}
                onchange={() => pick(area.id)}
              />
              {area.id}, {area.name}
            </label>
          {/each}
        </div>
      </details>
      <Supplies colours={colours.value} piece={id} {change} />
    </div>

    <div class="grid content-start gap-3">
      <WishForm
        {chosen}
        {nameOf}
        colours={colours.value}
        busy={colours.busy}
        bind:hand
        bind:tapping
        bind:showing
        bind:alike
        {lately}
        {apply}
        {leaveWhite}
        offer={(hands) => (lately = hands)}
        undo={before.length > 0 ? undo : undefined}
      />
      {#if colours.trouble}<TroubleNote trouble={colours.trouble} />{/if}
      {#if rows.size > 1}<ThriftPanel colours={colours.value} piece={id} {change} />{/if}
      {#each rows as [key, areas] (key)}
        <RecipeRow
          {areas}
          {nameOf}
          paper={colours.value.paperColour}
          methods={colours.value.methods}
          {choose}
          {by}
          pick={(ids) => (chosen = ids)}
        />
      {/each}
      <CardWorkPanel colours={colours.value} busy={colours.busy} set={setCardWork} />
      <RunWays run={run.value?.id ?? ''} changed={() => run.refresh()} />
      {#if rows.size > 0 || colours.value.cardWork.length > 0}
        <div>
          <button
            type="button"
            class="btn btn-primary"
            onclick={() => navigate('/runs/:id/plan', { params: { id: run.value?.id ?? '' } })}
          >
            Go on to the plan
          </button>
        </div>
      {/if}
    </div>
  </div>
{:else if colours.value && piece && !image}
  <div class="grid max-w-3xl gap-4">
    <p>
      No piece of these cards has a picture. What pieces are coloured with is chosen here; what is done to
      each, in <a class="underline" href="/runs/{run.value?.id}/design">Design</a>.
    </p>
    <Supplies colours={colours.value} piece={id} {change} />
    {#if colours.trouble}<TroubleNote trouble={colours.trouble} />{/if}
    <RunWays run={run.value?.id ?? ''} changed={() => run.refresh()} />
  </div>
{:else if colours.trouble}
  <TroubleNote trouble={colours.trouble} again={colours.refresh} />
{/if}
