<script lang="ts">
  import { api, ask, type Run } from '../api/client';
  import DryingLine from '../parts/DryingLine.svelte';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { WantedLooks } from '../parts/wantedLooks.svelte';
  import { navigate } from '../routes';
  import { clock } from '../state/clock.svelte';
  import { Resource } from '../state/resource.svelte';
  import { paperOf, pieceOf } from '../state/run.svelte';
  import WhatIHave from './stash/WhatIHave.svelte';

  const runs = new Resource<Run[]>(async () => {
    const views = await ask(api.GET('/api/runs'));
    if (views[0]) clock.set(views[0].serverNow);
    return views;
  });
  void runs.refresh();
  // Cards with paint on them hang here as they look.
  const looks = new WantedLooks(runs.renew);
  $effect(() =>
    runs.value
      ?.filter((run) => run.line.some((card) => card.fills.length > 0 && !card.look))
      .forEach((run) => looks.want(run.id)),
  );

  let nameField = $state<HTMLInputElement>();
  let name = $state('');
  let cards = $state(6);

  const verbs = {
    design: 'Say what the card is made of',
    image: 'Bring in the image',
    colours: 'Choose the colours',
    plan: 'Plan the run',
    bench: 'Go on at the bench',
    finish: 'Finish the run',
  };

  async function begin(event: SubmitEvent) {
    event.preventDefault();
    await runs.attempt(async () => {
      const run = await ask(api.POST('/api/runs', { body: { name, cards } }));
      navigate('/runs/:id/image', { params: { id: run.id } });
    });
  }

  let asking = $state<string>();
  async function remove(run: Run) {
    if (await runs.attempt(() => ask(api.DELETE('/api/runs/{id}', { params: { path: { id: run.id } } })))) {
      asking = undefined;
      await runs.refresh();
    }
  }
</script>

<svelte:head><title>Line, Nube</title></svelte:head>

<div class="mt-4 flex flex-wrap items-baseline gap-5">
  <h1>In work</h1>
  {#if runs.value?.length}
    <button type="button" class="underline" onclick={() => nameField?.focus()}>Start another run</button>
  {/if}
</div>
{#if runs.trouble}<div class="mt-3"><TroubleNote trouble={runs.trouble} again={runs.refresh} /></div>{/if}

{#if runs.value?.length === 0}
  <p class="mt-3 max-w-prose">
    Nothing hangs on the line yet. Start a run below: one design, as one or more cards. Bring a stamped image
    as SVG, or scan a stamped panel.
  </p>
  <div class="mt-6"><WhatIHave welcome /></div>
{/if}

<ul class="mt-2 grid gap-6">
  {#each runs.value ?? [] as run (run.id)}
    <li>
      <div class="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2><a class="hover:underline" href="/runs/{run.id}/{run.now}">{run.name}</a></h2>
        <p class="text-quiet">{run.cards === 1 ? '1 card' : `${run.cards} cards`}. {run.next}</p>
        <span class="ml-auto flex gap-2">
          {#if asking === run.id}
            <span class="self-center">Delete with its image, colours and plan?</span>
            <button type="button" class="btn btn-sm btn-primary" onclick={() => remove(run)}>Delete it</button
            >
            <button type="button" class="btn btn-sm btn-line" onclick={() => (asking = undefined)}
              >Keep it</button
            >
          {:else}
            <a class="btn btn-primary" href="/runs/{run.id}/{run.now}">{verbs[run.now]}</a>
            <button
              type="button"
              class="btn btn-ghost"
              aria-label="Delete {run.name}"
              onclick={() => (asking = run.id)}>Delete</button
            >
          {/if}
        </span>
      </div>
      <div class="mat-strip mt-2 pb-2">
        <DryingLine
          cards={run.line}
          image={pieceOf(run)?.image ?? null}
          paper={paperOf(run)}
          name={run.name}
        />
      </div>
    </li>
  {/each}
</ul>

<form class="mt-10 flex flex-wrap items-end gap-4 border-t-2 border-hair pt-5" onsubmit={begin}>
  <h2 class="w-full">A new run</h2>
  <label class="grid gap-1">
    Name
    <input
      class="input w-72"
      required
      maxlength="80"
      placeholder="Apple day invitations"
      bind:this={nameField}
      bind:value={name}
    />
  </label>
  <label class="grid gap-1">
    Cards
    <input class="input w-24" type="number" min="1" max="24" required bind:value={cards} />
  </label>
  <button type="submit" class="btn btn-primary" disabled={runs.busy}>Start the run</button>
</form>
