<script lang="ts">
  import { api, ask, type Plan, type Turns } from '../../api/client';
  import { FollowedJob } from '../../parts/job.svelte';
  import JobProgress from '../../parts/JobProgress.svelte';
  import CardOfPieces from '../../parts/CardOfPieces.svelte';
  import CardPicture from '../../parts/CardPicture.svelte';
  import PipFormula from '../../parts/PipFormula.svelte';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { duration } from '../../state/clock.svelte';
  import { nearAreas } from '../../state/closeView';
  import { madeOf } from '../../state/madeOf.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { paperOf, pieceOf, useRun } from '../../state/run.svelte';
  import { whenRoomChanges } from '../../state/session.svelte';
  import { FilmOfPlan } from './filmOfPlan.svelte';
  import PlanFilm from './PlanFilm.svelte';
  import StepList from './StepList.svelte';
  import TimeChart from './TimeChart.svelte';
  import WhatIf from './WhatIf.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const path = $derived({ path: { id } });
  const plan = new Resource<Plan>(() => ask(api.GET('/api/runs/{id}/plan', { params: path })));
  // The bench opens with the first plan.
  const planned = $derived(run.value?.stages.find((s) => s.stage === 'bench')?.open ?? false);
  $effect(() => {
    if (id && planned && !plan.value) void plan.refresh();
  });

  // As soon as there is a plan, and again when another takes its place, its first card is painted.
  const film = new FilmOfPlan(() => id);
  const pictured = $derived(Boolean(pieceOf(run.value)?.image));
  const inOrder = $derived(plan.value?.steps.map((step) => `${step.pass} ${step.startSeconds}`).join());
  $effect(() => {
    if (inOrder && !search.busy && pictured) void film.want();
  });

  // What the cards are made of, where passes are work on their pieces.
  const made = madeOf(
    () => id,
    () => plan.value?.passes.some((pass) => pass.piece) ?? false,
  );

  // Each pass is seen near its areas.
  const near = (pass: Plan['passes'][number]) => nearAreas(pieceOf(run.value)?.image, pass.areas);

  whenRoomChanges(() => void plan.refresh());

  // The first order is there at once; a better one is taken as long as this stage is looked at.
  const search = new FollowedJob(() => void better());
  async function make() {
    await search.start(async () => {
      const made = await ask(api.POST('/api/runs/{id}/plan', { params: path }));
      plan.set(made.plan);
      await run.refresh();
      return made;
    });
  }
  async function better() {
    await plan.refresh();
    if (gone || !plan.value?.betterInWords) return;
    await plan.attempt(async () =>
      plan.set(await ask(api.POST('/api/runs/{id}/plan/better', { params: path }))),
    );
    await run.refresh();
  }
  const silence = (rule: string, reason: string | null) =>
    plan.attempt(async () => {
      await ask(
        api.PUT('/api/runs/{id}/clashes/{rule}', { params: { path: { id, rule } }, body: { reason } }),
      );
      await plan.refresh();
    });
  const change = (call: () => Promise<Plan>) =>
    plan.attempt(async () => {
      plan.set(await call());
      await run.refresh();
    });
  const takeTurns = (turns: Turns) =>
    plan.attempt(async () => {
      await ask(api.PUT('/api/runs/{id}/plan/turns', { params: path, body: { turns } }));
      await make();
    });
  let gone = false;
  $effect(() => () => (gone = true));
</script>

{#if plan.trouble}<div class="mb-4"><TroubleNote trouble={plan.trouble} /></div>{/if}
<div class="mb-3 empty:hidden"><JobProgress work={search} /></div>
{#if plan.value}
  {@const value = plan.value}
  {#if value.changed}<p class="mb-3 font-bold" role="status">{value.changed}</p>{/if}
  <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,25rem)_minmax(0,1fr)]">
    {#if pictured}<PlanFilm of={film} />{:else if made.value}
      <div class="sheet h-[26rem]">
        <CardOfPieces design={made.value} image={null} piece="" label="The card, put together" />
      </div>
    {/if}
    <div class="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-3">
      <p>
        {value.sentence} Ready to cut after {duration(value.boneDrySeconds)}. {value.follows}
      </p>
      <div class="flex flex-wrap items-center gap-3">
        <button
          type="button"
          class={['btn', value.stale ? 'btn-primary' : 'btn-line']}
          disabled={plan.busy || search.busy}
          onclick={make}
        >
          Plan again
        </button>
        <button
          type="button"
          class="btn btn-primary"
          onclick={() => navigate('/runs/:id/bench', { params: { id } })}
        >
          Go to the bench
        </button>
      </div>
      {#if value.betterInWords && !search.busy}
        <p class="flex flex-wrap items-center gap-x-4">
          {value.betterInWords}
          <button type="button" class="underline" onclick={better}>Take it</button>
        </p>
      {/if}
      <div class="sheet"><TimeChart plan={value} /></div>
    </div>
  </div>
  <WhatIf painted={[...new Set(value.passes.flatMap((pass) => pass.areas))]} />
  <StepList plan={value} {id} busy={plan.busy || search.busy} {change} {takeTurns} />

  <ol class="mt-4 grid gap-4 sm:grid-cols-2 lg:grid-cols-3 xl:grid-cols-4" aria-label="Passes in their order">
    {#each value.passes as pass (pass.index)}
      <li class="card-paper grid grid-cols-[6.5rem_minmax(0,1fr)] gap-3 bg-white p-3">
        <div class="h-24">
          {#if pass.piece && made.value}
            <CardOfPieces
              design={made.value}
              image={pieceOf(run.value)?.image ?? null}
              piece={pass.piece}
              onto={pass.onto}
              label="The piece in hand"
            />
          {:else}<CardPicture
              image={pieceOf(run.value)?.image ?? null}
              paper={paperOf(run.value)}
              mat={false}
              view={near(pass)}
              ground={pass.groundAfter}
              fills={pass.lookAfter}
              look={film.film.ofPass(pass.index)?.url}
              label="A card after this pass"
            />{/if}
        </div>
        <div class="min-w-0">
          <h3 class="text-lg">{pass.title}</h3>
          {#each [pass.mix, ...pass.also].filter((mix) => mix.parts.length > 0) as mix (mix.key)}
            <div class="mt-1"><PipFormula parts={mix.parts} water={mix.water} /></div>
          {/each}
          {#if !pass.piece && pass.method !== 'Flat wash' && !pass.title.startsWith(pass.method)}<p
              class="mt-1 text-sm"
            >
              {pass.method}
            </p>{/if}
        </div>
      </li>
    {/each}
  </ol>

  <div class="mt-6 grid gap-6 lg:grid-cols-2">
    <section aria-label="To mix">
      <h2>Lay out</h2>
      <ul class="mt-3 list-disc pl-5">
        {#each value.toLayOut as tool (tool)}<li>{tool}</li>{/each}
      </ul>
      <h2 class="mt-6">Mix before you begin</h2>
      <ul class="mt-3 grid gap-3">
        {#each value.toMix as amount (amount.mix.key)}
          <li class="flex flex-wrap items-center gap-5">
            <PipFormula parts={amount.mix.parts} water={amount.mix.water} />
            <span>about {amount.drops === 1 ? '1 drop' : `${amount.drops} drops`} in all</span>
          </li>
        {/each}
      </ul>
      <h2 class="mt-6">While something dries</h2>
      <ul class="mt-2 list-disc pl-5">
        {#each value.meanwhile as { beforeStep, tasks } (beforeStep)}
          <li>
            {beforeStep === null ? 'After the last stroke' : `Before step ${beforeStep}`}: {tasks.join(', ')}
          </li>
        {/each}
      </ul>
      <h2 class="mt-6">Take it along</h2>
      <p class="mt-2 flex flex-wrap gap-x-5">
        <a class="underline" href="/api/runs/{id}/plan/sheet.pdf" target="_blank" rel="noreferrer"
          >Bench sheet, PDF</a
        >
        <a class="underline" href="/api/runs/{id}/plan/calendar.ics">Sittings and waits, calendar</a>
        <a class="underline" href="/api/runs/{id}/plan/plan.json">The plan, JSON</a>
        {#if film.whole}
          <a class="underline" href="/api/runs/{id}/plan/look/card.png">The finished card, PNG</a>
          <a class="underline" href="/api/runs/{id}/plan/look/film.webp">The film, animated WebP</a>
          <a class="underline" href="/api/runs/{id}/plan/look/passes.tiff">Every look, TIFF</a>
          <a class="underline" href="/api/runs/{id}/plan/look/layers.zip"
            >Paper, passes and lines as layers, PNG</a
          >
        {/if}
      </p>
    </section>
    <section class="grid content-start gap-3" aria-label="Is this wise?">
      <h2>Is this wise?</h2>
      {#each value.remarks as remark (remark.text)}<RemarkNote {remark} {silence} />{/each}
    </section>
  </div>
{:else if !planned}
  <p class="mb-4 max-w-prose">
    Nube puts the passes in an order, light to dark, one colour at a time over all cards, so that what was
    painted first is dry when the next colour comes and no two touching areas are wet together.
  </p>
  <button type="button" class="btn btn-primary" onclick={make}>Plan the run</button>
{/if}
