<script lang="ts">
  import { api, ask, type Finding, type Mending } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { duration } from '../../state/clock.svelte';
  import { navigate } from '../../routes';
  import { Resource } from '../../state/resource.svelte';

  // What puts a finding right, what it will look like, and the way of it to the bench.
  let {
    run,
    check,
    card,
    finding,
    paper,
  }: { run: string; check: string; card: number; finding: Finding; paper: string } = $props();

  const at = '/api/runs/{id}/checks/{check}/cards/{card}/mending' as const;
  const path = $derived({ id: run, check, card });
  const about = $derived({ kind: finding.kind, area: finding.area, other: finding.other ?? undefined });
  const mending = new Resource<Mending>(() => ask(api.GET(at, { params: { path, query: about } })));
  $effect(() => {
    if (path && about) void mending.refresh();
  });

  const value = $derived(mending.value);
  const looksOf = (now: string, then: string, asked: string) => [
    { colour: now, is: 'as it is' },
    { colour: then, is: 'then' },
    { colour: asked, is: 'as it was to be' },
  ];
  const steps = $derived(value?.corrections.flatMap((one) => one.steps) ?? []);
  // All cards on which it was found, until the maker leaves some out.
  let without = $state<number[]>([]);
  const cards = $derived((value?.cards ?? []).filter((one) => !without.includes(one)));

  async function take() {
    const body = { ...about, other: finding.other ?? null, cards };
    await mending.attempt(async () => mending.set(await ask(api.POST(at, { params: { path }, body }))));
  }
</script>

<section aria-label="What puts it right" class="mt-3 grid gap-3">
  {#if mending.trouble}<TroubleNote trouble={mending.trouble} />{/if}
  {#if value}
    {#each value.corrections as one, at (at)}
      <div>
        <h4 class="font-bold">{one.title}</h4>
        <p>{one.outcome}</p>
        {#if one.steps.length > 0 && one.now && one.then && one.asked}
          <div class="mt-2 flex flex-wrap gap-5">
            {#each looksOf(one.now, one.then, one.asked) as { colour, is } (is)}
              <figure class="grid justify-items-center gap-1">
                <div class="w-16">
                  <Swatch colours={[colour]} {paper} label={is} estimated={is !== 'as it is'} />
                </div>
                <figcaption class="text-sm">{is}</figcaption>
              </figure>
            {/each}
          </div>
        {/if}
        {#if one.steps.length > 0}
          <ol class="mt-2 list-decimal pl-5">
            {#each one.steps as step, number (number)}
              <li>
                {step.title}. <span class="text-quiet">{step.how}.</span>
                {#if step.mix}<PipFormula parts={step.mix.parts} water={step.mix.water} />{/if}
              </li>
            {/each}
          </ol>
          <p class="text-sm text-quiet">About {duration(one.seconds)} a card, and its drying.</p>
        {/if}
        {#each one.cautions as remark (remark.text)}<RemarkNote {remark} />{/each}
      </div>
    {/each}
    {#if value.inPlan.length > 0}
      <p>
        In the plan: step{value.inPlan.length === 1 ? '' : 's'}
        {value.inPlan.join(', ')}.
        <button
          type="button"
          class="underline"
          onclick={() => navigate('/runs/:id/bench', { params: { id: run } })}>Go to the bench</button
        >
      </p>
    {:else if value.refused}
      <p class="text-quiet">{value.refused}</p>
    {:else if steps.length > 0}
      {#if value.cards.length > 1}
        <fieldset class="flex flex-wrap gap-x-4 gap-y-1">
          <legend>Found on</legend>
          {#each value.cards as one (one)}
            <label class="flex items-center gap-1">
              <input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={!without.includes(one)}
                onchange={() =>
                  (without = without.includes(one)
                    ? without.filter((other) => other !== one)
                    : [...without, one])}
              />
              card {one}
            </label>
          {/each}
        </fieldset>
      {/if}
      <div>
        <button
          type="button"
          class="btn btn-primary btn-sm"
          disabled={mending.busy || cards.length === 0}
          onclick={take}>Take it to the bench</button
        >
      </div>
    {/if}
  {/if}
</section>
