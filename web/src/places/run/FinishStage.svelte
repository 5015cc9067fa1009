<script lang="ts">
  import { api, ask, type RunRecord } from '../../api/client';
  import CardOfPieces from '../../parts/CardOfPieces.svelte';
  import CardPicture from '../../parts/CardPicture.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { WantedLooks } from '../../parts/wantedLooks.svelte';
  import { navigate } from '../../routes';
  import { clock, duration, until } from '../../state/clock.svelte';
  import { madeOf } from '../../state/madeOf.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { paperOf, pieceOf, useRun } from '../../state/run.svelte';
  import CardsCameOut from './CardsCameOut.svelte';
  import DoneOtherwise from './DoneOtherwise.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const piece = $derived(pieceOf(run.value));
  const path = $derived({ path: { id } });
  const record = new Resource<RunRecord>(() => ask(api.GET('/api/runs/{id}/record', { params: path })));
  $effect(() => {
    if (id) void record.refresh();
  });

  // Where no piece has a picture, the card is shown as it was made up.
  const bare = $derived(piece !== undefined && !piece.image);
  const made = madeOf(
    () => id,
    () => bare,
  );

  const looks = new WantedLooks(record.renew);
  $effect(() => {
    if (record.value && !record.value.lookUrl && !bare) looks.want(id);
  });

  const wetStill = $derived(
    record.value?.boneDryAt && Date.parse(record.value.boneDryAt) > clock.now
      ? record.value.boneDryAt
      : undefined,
  );
  const worked = $derived(
    record.value?.firstTapAt && record.value.lastTapAt
      ? (Date.parse(record.value.lastTapAt) - Date.parse(record.value.firstTapAt)) / 1000
      : 0,
  );
  const open = $derived(record.value !== undefined && record.value.stepsDone < record.value.stepCount);

  /** Says which print is on the card of a step; the other card gets the one that was there. */
  async function choose(step: number, print: number) {
    const body = { id: crypto.randomUUID(), kind: 'whichPrint' as const, step, at: null, text: null, print };
    if (await record.attempt(() => ask(api.POST('/api/runs/{id}/bench/taps', { params: path, body }))))
      await record.renew();
  }

  async function finish() {
    if (await record.attempt(() => ask(api.POST('/api/runs/{id}/finish', { params: path }))))
      navigate('/book');
  }

  /** What was put away since the run was made, when it is made again. */
  let putAway = $state<{ id: string; names: string[] }>();
  async function again() {
    await record.attempt(async () => {
      const made = await ask(api.POST('/api/runs/{id}/again', { params: path }));
      if (made.putAway.length === 0) navigate('/runs/:id/colours', { params: { id: made.id } });
      else putAway = { id: made.id, names: made.putAway };
    });
  }
  const supplyList = $derived(
    record.value
      ? [
          record.value.name,
          record.value.paper,
          record.value.stampingInk,
          ...record.value.used.map((used) =>
            [used.name, used.colourIndex, used.inDrops].filter(Boolean).join(', '),
          ),
        ]
          .filter(Boolean)
          .join('\n')
      : '',
  );
  const cards = (count: number) => (count === 1 ? '1 card' : `${count} cards`);
  let copied = $state(false);
  async function copy() {
    await record.attempt(() => navigator.clipboard.writeText(supplyList));
    copied = !record.trouble;
  }
</script>

{#if record.trouble}<div class="mb-4"><TroubleNote trouble={record.trouble} /></div>{/if}
{#if record.value}
  {@const value = record.value}
  <div class="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]">
    <div style:aspect-ratio="{piece?.image?.widthMm ?? 4} / {piece?.image?.heightMm ?? 3}">
      {#if bare && made.value}
        <CardOfPieces design={made.value} image={null} piece="" label="The finished card" />
      {:else}
        <CardPicture
          image={piece?.image ?? null}
          paper={paperOf(run.value)}
          fills={value.look}
          look={value.lookUrl}
          label="The finished card"
        />
      {/if}
    </div>
    <div class="grid content-start gap-5">
      <div>
        <h2>The record</h2>
        <p class="mt-2">
          {cards(value.cards)} on {value.paper}{value.stampingInk ? `, stamped in ${value.stampingInk}` : ''}.
          {#if worked > 0}Painted in {duration(worked)}.{/if}
          {#if open}{value.stepsDone} of {value.stepCount} steps are done.{/if}
        </p>
        {#if value.toLookAt && !value.finishedAt && !bare}<p class="mt-2">
            {value.toLookAt} <a class="link" href="/runs/{id}/check">Check a scan of it</a>
          </p>{/if}
        {#if wetStill}<p class="mt-2">
            Dry to the touch on the line; cut and erase from {until(wetStill, clock.now)} on.
          </p>{/if}
      </div>
      <section aria-label="Used">
        <h3>Used</h3>
        <ul class="mt-2 grid gap-1">
          {#each value.used as used (used.name)}
            <li class="flex items-center gap-3">
              <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true"
                ><circle
                  cx="10"
                  cy="10"
                  r="8.6"
                  fill={used.colour}
                  stroke="#1d2026"
                  stroke-opacity="0.5"
                /></svg
              >
              {used.name}{used.inDrops ? `, ${used.inDrops}` : ''}
              {#if used.colourIndex}<span class="text-sm text-quiet">{used.colourIndex}</span>{/if}
            </li>
          {:else}
            <li>Nothing yet.</li>
          {/each}
        </ul>
        {#if value.used.length > 0}
          <p class="mt-2 flex items-center gap-3">
            <button type="button" class="btn btn-line btn-sm" onclick={copy}>Copy the list</button>
            <span role="status">{copied ? 'Copied, with paper and ink.' : ''}</span>
          </p>
        {/if}
      </section>
      {#if value.colours.length > 0}
        <section aria-label="Recipes">
          <h3>Recipes</h3>
          <ul class="mt-2 grid gap-1">
            {#each value.colours as line (line)}<li>{line}</li>{/each}
          </ul>
        </section>
      {/if}
      {#if value.done.length > 0}
        <details>
          <summary class="cursor-pointer underline">All that was done, in its order</summary>
          <ol class="mt-2 grid list-decimal gap-1 pl-6">
            {#each value.done as done, index (index)}
              <li>
                {done.title}{done.with.length > 0 ? `, with ${done.with.join('; ')}` : ''}.
                <span class="text-sm text-quiet">{done.method}, {cards(done.cards)}</span>
              </li>
            {/each}
          </ol>
        </details>
      {/if}
      {#if value.prints.length > 0}
        <section aria-label="Prints">
          <h3>Which print is on which card</h3>
          <ul class="mt-2 grid gap-1">
            {#each value.prints as print (print.step)}
              <li class="flex flex-wrap items-center gap-2">
                Card {print.card}, {print.title}:
                {#if value.finishedAt || print.of < 2}print {print.print}{:else}
                  <select
                    class="select w-28"
                    aria-label="Print on card {print.card}, {print.title}"
                    value={String(print.print)}
                    disabled={record.busy}
                    onchange={({ currentTarget }) => void choose(print.step, Number(currentTarget.value))}
                  >
                    {#each { length: print.of }, at (at)}<option value={String(at + 1)}>print {at + 1}</option
                      >{/each}
                  </select>
                {/if}
              </li>
            {/each}
          </ul>
        </section>
      {/if}
      <CardsCameOut cards={value.cameOut} />
      <DoneOtherwise steps={value.otherwise} paper={paperOf(run.value)} />
      {#if value.notes.length > 0}
        <section aria-label="Notes">
          <h3>Notes</h3>
          <ul class="mt-2 list-disc pl-5">
            {#each value.notes as note, index (index)}<li>{note}</li>{/each}
          </ul>
        </section>
      {/if}
      <div class="flex flex-wrap gap-3">
        {#if !value.finishedAt}
          <button type="button" class="btn btn-primary" disabled={open || record.busy} onclick={finish}
            >Put it into the book</button
          >
        {/if}
        <button type="button" class="btn btn-line" disabled={record.busy} onclick={again}
          >Make it again</button
        >
        {#if !bare}<a class="btn btn-line" href="/runs/{id}/check">Check a scan of it</a>{/if}
        <a class="btn btn-line" href="/api/runs/{id}/plan/sheet.pdf" target="_blank" rel="noreferrer"
          >Bench sheet, PDF</a
        >
      </div>
      {#if putAway}
        <p role="status">
          Put away by now: {putAway.names.join(', ')}. Recipes were found anew from the rest.
          <a class="link" href="/runs/{putAway.id}/colours">Look them over</a>
        </p>
      {/if}
      {#if open}<p class="text-quiet">It goes into the book when every step on the bench is done.</p>{/if}
    </div>
  </div>
{/if}
