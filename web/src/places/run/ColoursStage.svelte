<script lang="ts">
  import {
    api,
    ask,
    type AreaColour,
    type CardWish,
    type Colours,
    type Method,
    type Shadow,
  } from '../../api/client';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { Resource } from '../../state/resource.svelte';
  import { useRun } from '../../state/run.svelte';
  import AreaOverlay from './AreaOverlay.svelte';
  import CardWorkPanel from './CardWorkPanel.svelte';
  import RecipeRow from './RecipeRow.svelte';
  import RunWays from './RunWays.svelte';
  import Supplies from './Supplies.svelte';
  import WishForm from './WishForm.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const image = $derived(run.value?.image);
  const path = $derived({ path: { id } });
  const colours = new Resource<Colours>(() => ask(api.GET('/api/runs/{id}/colours', { params: path })));
  $effect(() => {
    if (id) void colours.refresh();
  });

  let chosen = $state<number[]>([]);
  const pick = (area: number) =>
    (chosen = chosen.includes(area) ? chosen.filter((a) => a !== area) : [...chosen, area]);

  const fills = $derived(colours.value?.areas.map((a) => a.predicted) ?? []);
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
      ]),
    ),
  );
  const nameOf = (area: number) => image?.areas.find((a) => a.id === area)?.name ?? `Area ${area}`;

  async function change(call: () => Promise<Colours>) {
    if (await colours.attempt(async () => colours.set(await call()))) await run.refresh();
  }
  const wish = (colour: string, shadow: Shadow, method: Method | null) =>
    change(() =>
      ask(
        api.PUT('/api/runs/{id}/colours/wishes', {
          params: path,
          body: { areas: chosen, colour, shadow, method },
        }),
      ),
    ).then(() => (chosen = []));
  const by = (areas: number[], method: Method) =>
    change(() => ask(api.PUT('/api/runs/{id}/colours/methods', { params: path, body: { areas, method } })));
  const setCardWork = (work: CardWish[]) =>
    change(() => ask(api.PUT('/api/runs/{id}/colours/card', { params: path, body: { work } })));
  const leaveWhite = () =>
    change(() =>
      ask(api.POST('/api/runs/{id}/colours/wishes/leave-white', { params: path, body: { areas: chosen } })),
    );
  const choose = (areas: number[], place: number) =>
    change(() => ask(api.PUT('/api/runs/{id}/colours/recipes', { params: path, body: { areas, place } })));
</script>

{#if image && colours.value}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,8fr)]">
    <div class="grid content-start gap-4">
      <div style:aspect-ratio="{image.widthMm} / {image.heightMm}">
        <CardPicture {image} {fills} paper={colours.value.paperColour} label="The card as it will look, dry">
          <AreaOverlay {image} {chosen} {pick} />
        </CardPicture>
      </div>
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
      <Supplies colours={colours.value} run={id} {change} />
    </div>

    <div class="grid content-start gap-3">
      <WishForm {chosen} {nameOf} colours={colours.value} busy={colours.busy} {wish} {leaveWhite} />
      {#if colours.trouble}<TroubleNote trouble={colours.trouble} />{/if}
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
      <RunWays run={id} changed={() => run.refresh()} />
      {#if rows.size > 0 || colours.value.cardWork.length > 0}
        <div>
          <button
            type="button"
            class="btn btn-primary"
            onclick={() => navigate('/runs/:id/plan', { params: { id } })}
          >
            Go on to the plan
          </button>
        </div>
      {/if}
    </div>
  </div>
{:else if colours.trouble}
  <TroubleNote trouble={colours.trouble} again={colours.refresh} />
{/if}
