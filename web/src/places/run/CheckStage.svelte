<script lang="ts">
  import { api, ask, sendForm, type Checks, type Finding } from '../../api/client';
  import JobProgress from '../../parts/JobProgress.svelte';
  import { FollowedJob } from '../../parts/job.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { navigate } from '../../routes';
  import { FindingsInHand, keyOf } from '../../state/findingsInHand.svelte';
  import type { Corners } from '../../state/chartCorners';
  import { Resource } from '../../state/resource.svelte';
  import { paperOf, useRun } from '../../state/run.svelte';
  import AreasCameOut from './AreasCameOut.svelte';
  import BringInCards from './BringInCards.svelte';
  import CardQuestions from './CardQuestions.svelte';
  import CardSince from './CardSince.svelte';
  import CardWithFindings from './CardWithFindings.svelte';
  import FindingList from './FindingList.svelte';
  import MendingOfFinding from './MendingOfFinding.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const path = $derived({ path: { id } });
  const checks = new Resource<Checks>(() => ask(api.GET('/api/runs/{id}/checks', { params: path })));
  $effect(() => {
    if (id) void checks.refresh();
  });

  // What is looked at: the latest picture, until another is chosen.
  let chosen = $state<string>();
  let number = $state<number>();
  const check = $derived(checks.value?.checks.find((one) => one.id === chosen) ?? checks.value?.checks[0]);
  const card = $derived(check?.cards.find((one) => one.card === number) ?? check?.cards[0]);
  const inHand = new FindingsInHand(() => card?.findings ?? []);

  const work = new FollowedJob(() => {
    chosen = undefined;
    void checks.refresh();
  });
  const bringIn = (file: File, first: number, chart?: Corners) =>
    work.start(() => {
      const form = new FormData();
      form.append('file', file);
      form.append('card', String(first));
      if (chart) form.append('chart', JSON.stringify(chart));
      return sendForm<{ job: string }>(`/api/runs/${id}/checks`, form);
    });
  const standIn = (source: 'scan' | 'photo' | 'photoWithChart', first: number) =>
    work.start(() =>
      ask(api.POST('/api/runs/{id}/checks/stand-in', { params: path, body: { card: first, source } })),
    );

  const bringInChart = async (what: () => Promise<unknown>) => {
    if (await checks.attempt(what)) await checks.renew();
  };

  // What was laid paler on purpose is added all at once; everything else is for the maker to choose.
  const keptBack = $derived(inHand.list.filter((one) => one.keptBack && !one.isMeant).length);
  async function addMissing(check: string, card: number) {
    const at = '/api/runs/{id}/checks/{check}/cards/{card}/mending/missing' as const;
    if (await checks.attempt(() => ask(api.POST(at, { params: { path: { id, check, card } } }))))
      navigate('/runs/:id/bench', { params: { id } });
  }

  /** Says that what is found was meant to be so, or takes that back. */
  async function mean() {
    const finding = inHand.finding;
    if (!finding) return;
    const { kind, area, other, isMeant } = finding;
    const body = { kind, area, other: other ?? null, isMeant: !isMeant };
    if (await checks.attempt(() => ask(api.PUT('/api/runs/{id}/checks/meant', { params: path, body }))))
      await checks.renew();
  }
</script>

{#snippet bringCardsIn()}
  <BringInCards
    stepsDone={checks.value?.stepsDone ?? []}
    chart={checks.value?.chart}
    busy={work.busy}
    first={!card}
    {bringIn}
    {standIn}
    {bringInChart}
  />
{/snippet}

{#if checks.trouble}<div class="mb-4"><TroubleNote trouble={checks.trouble} /></div>{/if}
{#if checks.value}
  {@const value = checks.value}
  <div class="grid gap-8 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
    {#if card}
      <CardWithFindings {card} findings={inHand} paper={paperOf(run.value)} />
    {:else}
      <div class="mat grid min-h-80 place-content-center p-8 text-center">
        <p>No coloured card was looked at yet.</p>
      </div>
    {/if}
    <div class="grid content-start gap-5">
      <div>
        <h2>How it came out</h2>
        {#if card && check}
          <p class="mt-2">
            Card {card.card}, from {check.fileName}: {card.areas} areas were read{#if card.medianDifference != null},
              half of them within CIEDE2000 {card.medianDifference.toFixed(1)} of what was to be expected{/if}.
            {#if check.chartName}The chart beside it, “{check.chartName}”, told how the device sees.{/if}
          </p>
          {#if card.before}<CardSince {card} before={card.before} />{/if}
        {/if}
      </div>
      {#if !card}{@render bringCardsIn()}{/if}
      <JobProgress {work} />
      {#if check && (value.checks.length > 1 || check.cards.length > 1)}
        <div class="flex flex-wrap gap-3">
          {#if value.checks.length > 1}
            <select
              class="select w-56"
              aria-label="Picture"
              value={check.id}
              onchange={({ currentTarget }) => (chosen = currentTarget.value)}
            >
              {#each value.checks as one (one.id)}
                <option value={one.id}
                  >{new Date(one.takenAt).toLocaleString([], {
                    dateStyle: 'medium',
                    timeStyle: 'short',
                  })}</option
                >
              {/each}
            </select>
          {/if}
          {#if check.cards.length > 1}
            <select
              class="select w-32"
              aria-label="Card"
              value={String(card?.card)}
              onchange={({ currentTarget }) => (number = Number(currentTarget.value))}
            >
              {#each check.cards as one (one.card)}<option value={String(one.card)}>Card {one.card}</option
                >{/each}
            </select>
          {/if}
        </div>
      {/if}
      {#if card && check}
        {#snippet mending(finding: Finding)}
          {#key keyOf(finding)}
            <MendingOfFinding
              run={id}
              check={check.id}
              card={card.card}
              {finding}
              paper={paperOf(run.value)}
            />
          {/key}
        {/snippet}
        {#if keptBack > 1}
          <div>
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={checks.busy}
              onclick={() => addMissing(check.id, card.card)}
              >Take all that is missing to the bench: {keptBack} areas</button
            >
          </div>
        {/if}
        <FindingList findings={inHand} {mean} busy={checks.busy} {mending} />
        {#key [check.id, card.card].join()}
          <CardQuestions run={id} check={check.id} card={card.card} answered={() => checks.renew()} />
          <AreasCameOut run={id} check={check.id} card={card.card} />
        {/key}
      {/if}
      {#if card}{@render bringCardsIn()}{/if}
    </div>
  </div>
{/if}
