<script lang="ts">
  import { api, ask, type Plan, type Step, type Turns } from '../../api/client';
  import { duration } from '../../state/clock.svelte';
  import TurnsChoice from './TurnsChoice.svelte';

  // Every step in its order; moved, kept in its place, left out or made one with another, and the rest goes around it.
  let {
    plan,
    id,
    busy,
    change,
    takeTurns,
  }: {
    plan: Plan;
    id: string;
    busy: boolean;
    change: (call: () => Promise<Plan>) => void;
    takeTurns: (turns: Turns) => void;
  } = $props();

  let open = $state(false);
  const passes = $derived(new Map(plan.passes.map((pass) => [pass.index, pass])));
  const titleOf = (pass: number) => passes.get(pass)?.title ?? '';

  const move = (step: Step, place: number) =>
    change(() =>
      ask(
        api.PUT('/api/runs/{id}/plan/steps/{number}/place', {
          params: { path: { id, number: step.number } },
          body: { place },
        }),
      ),
    );
  const unpin = (step: Step) =>
    change(() =>
      ask(
        api.DELETE('/api/runs/{id}/plan/steps/{number}/place', {
          params: { path: { id, number: step.number } },
        }),
      ),
    );
  const leaveOut = (pass: number, card: number | null, skipped: boolean) =>
    change(() =>
      ask(
        api.PUT('/api/runs/{id}/plan/passes/{pass}/skipped', {
          params: { path: { id, pass } },
          body: { card, skipped },
        }),
      ),
    );

  let one = $state(0);
  let other = $state(1);
  const merge = (event: SubmitEvent) => {
    event.preventDefault();
    change(() =>
      ask(api.POST('/api/runs/{id}/plan/passes/merge', { params: { path: { id } }, body: { one, other } })),
    );
  };
</script>

<details class="sheet mt-4" bind:open>
  <summary class="cursor-pointer font-bold">Change the order: {plan.steps.length} steps</summary>
  {#if open}
    <TurnsChoice {id} {busy} take={takeTurns} />
    <ol class="mt-3 max-h-[50vh] overflow-y-auto" aria-label="Steps in their order">
      {#each plan.steps as step (step.number)}
        <li class="grid items-center gap-x-3 border-b border-hair py-1 sm:grid-cols-[2.5rem_5rem_1fr_auto]">
          <strong>{step.number}</strong>
          <span>card {step.card}</span>
          <span>
            {titleOf(step.pass)}
            {#if step.sitting > 1}<span class="text-sm">sitting {step.sitting}</span>{/if}
            {#if step.restSeconds > 0}<span class="text-sm">after a rest of {duration(step.restSeconds)}</span
              >{/if}
            {#if step.heatSeconds > 0}<span class="text-sm">heat tool first</span>{/if}
            {#if step.waitSeconds > 0}<span class="text-sm">waits {duration(step.waitSeconds)}</span>{/if}
          </span>
          <span class="flex gap-1">
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy || step.number === 1}
              aria-label="Earlier: step {step.number}"
              onclick={() => move(step, step.number - 1)}>Earlier</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy || step.number === plan.steps.length}
              aria-label="Later: step {step.number}"
              onclick={() => move(step, step.number + 1)}>Later</button
            >
            <button
              type="button"
              class={['btn btn-sm', step.pinned ? 'btn-primary' : 'btn-line']}
              disabled={busy}
              aria-pressed={step.pinned}
              aria-label="{step.pinned ? 'Kept' : 'Keep here'}: step {step.number}"
              onclick={() => (step.pinned ? unpin(step) : move(step, step.number))}
              >{step.pinned ? 'Kept' : 'Keep here'}</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy}
              aria-label="Leave out step {step.number}"
              onclick={() => leaveOut(step.pass, step.card, true)}>Leave out</button
            >
          </span>
        </li>
      {/each}
    </ol>
    {#if plan.skipped.length > 0}
      <h3 class="mt-3">Left out</h3>
      <ul class="mt-1 flex flex-wrap gap-2">
        {#each plan.skipped as step (`${step.card}-${step.pass}`)}
          <li>
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={busy}
              onclick={() => leaveOut(step.pass, step.card, false)}
              >Do it after all: card {step.card}, {step.title}</button
            >
          </li>
        {/each}
      </ul>
    {/if}
    <form class="mt-3 flex flex-wrap items-center gap-3" onsubmit={merge}>
      <span>Make one pass of</span>
      <select class="select w-56" aria-label="The one pass" bind:value={one}>
        {#each plan.passes as pass (pass.index)}<option value={pass.index}>{pass.title}</option>{/each}
      </select>
      <span>and</span>
      <select class="select w-56" aria-label="The other pass" bind:value={other}>
        {#each plan.passes as pass (pass.index)}<option value={pass.index}>{pass.title}</option>{/each}
      </select>
      <button type="submit" class="btn btn-line" disabled={busy}>Make them one</button>
    </form>
  {/if}
</details>
