<script lang="ts">
  import type { Bench } from '../../api/client';
  import { say } from '../../state/attention.svelte';
  import { clock, until } from '../../state/clock.svelte';
  import { hit } from '../../state/hit';

  // Timers for what the plan does not know: glue, a soaking pan, a heat tool that warms up.
  let {
    timers,
    set,
    off,
  }: {
    timers: Bench['timers'];
    set: (text: string, minutes: number) => void;
    off: (number: number) => void;
  } = $props();

  const own = $props.id();
  let text = $state('');
  let minutes = $state(5);

  const isOver = (timer: Bench['timers'][number]) => Date.parse(timer.endsAt) <= clock.now;
  // Each is told of once, when its moment comes; not those that were over before this page was opened.
  let told = new Set<number>();
  let opened = false;
  $effect(() => {
    const over = timers.filter(isOver).map((timer) => timer.number);
    if (opened && over.some((number) => !told.has(number))) say();
    told = new Set(over);
    opened = true;
  });

  function submit(event: SubmitEvent) {
    event.preventDefault();
    set(text.trim() || 'Timer', minutes);
    text = '';
  }
</script>

{#if timers.length > 0}
  <ul class="mt-3 grid gap-2 sm:grid-cols-2" aria-label="Timers">
    {#each timers as timer (timer.number)}
      <li
        class={[
          'flex items-center gap-3 border-l-4 bg-raised px-3 py-1 text-lg',
          isOver(timer) ? 'border-warm' : 'border-line',
        ]}
      >
        <span class="flex-1">
          {timer.text}:
          <strong class="whitespace-nowrap tabular-nums"
            >{isOver(timer) ? 'over' : until(timer.endsAt, clock.now)}</strong
          >
        </span>
        <button
          type="button"
          class="btn btn-line h-16 px-4"
          aria-label="Take the timer {timer.text} away"
          onclick={hit(() => off(timer.number))}>Take away</button
        >
      </li>
    {/each}
  </ul>
{/if}
<details class="mt-1">
  <summary class="flex min-h-16 cursor-pointer items-center text-lg underline">Set a timer</summary>
  <form class="flex flex-wrap items-end gap-3" onsubmit={submit}>
    <div class="min-w-40 flex-1">
      <label for="{own}-what">For</label>
      <input
        id="{own}-what"
        class="input h-16 w-full text-lg"
        maxlength="60"
        placeholder="the glue"
        bind:value={text}
      />
    </div>
    <div>
      <label for="{own}-minutes">Minutes</label>
      <input
        id="{own}-minutes"
        class="input h-16 w-28 text-lg"
        type="number"
        min="0.25"
        max="2880"
        step="any"
        required
        bind:value={minutes}
      />
    </div>
    <button type="submit" class="btn btn-line h-16 text-lg">Start</button>
  </form>
</details>
