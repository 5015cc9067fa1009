<script lang="ts">
  import { api, ask, type Habits, type LengthUnit, type Schools, type Sitting } from '../api/client';
  import SchoolChoices from '../parts/SchoolChoices.svelte';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { lengthWords } from '../parts/words';
  import LearnedTable from './habits/LearnedTable.svelte';
  import { Resource } from '../state/resource.svelte';

  // How this maker works: where makers disagree, how long a sitting is, and what the bench has taught.
  const habits = new Resource<Habits>(() => ask(api.GET('/api/habits')));
  void habits.refresh();

  const set = (schools: Schools, sitting: Sitting | null) =>
    habits.attempt(async () => habits.set(await ask(api.PUT('/api/habits', { body: { schools, sitting } }))));
  const sayIn = (lengths: LengthUnit) =>
    habits.attempt(async () => habits.set(await ask(api.PUT('/api/habits/lengths', { body: { lengths } }))));
  const forget = () => habits.attempt(async () => habits.set(await ask(api.DELETE('/api/habits/learned'))));

  const sittings: { words: string; minutes: number | null }[] = [
    { words: 'as long as it takes', minutes: null },
    { words: '60 minutes', minutes: 60 },
    { words: '90 minutes', minutes: 90 },
  ];
  const evening = { pauseEveryMinutes: 30, pauseMinutes: 5, nextAfterHours: 24 };
</script>

<h1>How you work</h1>
<p class="mt-2 max-w-prose">
  Where makers disagree, both ways are right. Plans made from now on go yours; a single run can go another.
</p>
{#if habits.trouble}<div class="mt-3">
    <TroubleNote trouble={habits.trouble} again={habits.refresh} />
  </div>{/if}
{#if habits.value}
  {@const { schools, sitting, speeds, drying, dilution, touch, erring } = habits.value}
  <section class="sheet mt-5" aria-label="Your ways">
    <h2>Your ways</h2>
    <SchoolChoices schools={schools as Schools} change={(to) => set(to, sitting)} />
  </section>
  <div class="mt-6 grid gap-6 lg:grid-cols-2">
    <section class="sheet" aria-label="A sitting">
      <h2>A sitting</h2>
      <p class="mt-2">With a rest of 5 minutes each half hour, and the next sitting a day later.</p>
      <fieldset class="mt-2 grid">
        <legend class="sr-only">How long you sit</legend>
        {#each sittings as one (one.words)}
          <label class="flex min-h-10 items-center gap-2">
            <input
              class="radio radio-sm"
              type="radio"
              name="sitting"
              checked={(sitting?.minutes ?? null) === one.minutes}
              onchange={() =>
                set(schools as Schools, one.minutes === null ? null : { minutes: one.minutes, ...evening })}
            />
            {one.words}
          </label>
        {/each}
      </fieldset>
    </section>
    <section class="sheet" aria-label="Lengths">
      <h2>Lengths</h2>
      <fieldset class="mt-2 grid">
        <legend class="sr-only">In what lengths are said</legend>
        {#each Object.entries(lengthWords) as [unit, words] (unit)}
          <label class="flex min-h-10 items-center gap-2">
            <input
              class="radio radio-sm"
              type="radio"
              name="lengths"
              checked={habits.value.lengths === unit}
              onchange={() => sayIn(unit as LengthUnit)}
            />
            {words}
          </label>
        {/each}
      </fieldset>
    </section>
    <section class="sheet lg:col-span-2" aria-label="Learned from you">
      <h2>Learned from you</h2>
      {#if speeds.length + drying.length + erring.length === 0 && !dilution && !touch}
        <p class="mt-2">
          Nothing yet. When a run is finished, its taps tell how fast your hand is and how soon things dry
          with you; a swatch sheet, and cards that were checked, tell how you dilute, how even you are and how
          surely you mix. Until then plans reckon with an ordinary hand and the formula.
        </p>
      {:else}
        <LearnedTable habits={habits.value} />
        <button type="button" class="btn btn-line mt-3" disabled={habits.busy} onclick={forget}
          >Forget what was learned</button
        >
      {/if}
    </section>
  </div>
{/if}
