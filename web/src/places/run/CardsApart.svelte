<script lang="ts">
  import { api, ask, type Design, type RunApart } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { useRun } from '../../state/run.svelte';

  // Colours are worked out for one paper: cards whose picture is coloured on another one become a run of their own.
  let {
    name,
    design,
    own,
    changed,
  }: {
    name: string;
    design: Design;
    /** The paper that the picture is on. */
    own: string | null;
    /** They have left this run. */
    changed: () => void;
  } = $props();

  const run = useRun();
  const others = $derived(design.papers.filter((paper) => paper.id !== own));
  let cards = $state(1);
  let paper = $state('');
  const apart = new Resource<RunApart>(() =>
    ask(
      api.POST('/api/runs/{id}/apart', {
        params: { path: { id: run.value?.id ?? '' } },
        body: { paper, cards },
      }),
    ),
  );

  async function begin() {
    await apart.refresh();
    if (apart.trouble) return;
    await run.refresh();
    changed();
  }
</script>

{#if design.cards > 1 && others.length > 0}
  <form
    class="flex flex-wrap items-center gap-2"
    onsubmit={(event) => {
      event.preventDefault();
      void begin();
    }}
  >
    <label class="flex items-center gap-2">
      <input
        class="input w-16"
        type="number"
        min="1"
        max={design.cards - 1}
        required
        aria-label="Cards whose {name} is coloured on another paper"
        bind:value={cards}
      />
      of {design.cards} on
    </label>
    <select class="select w-56" aria-label="Their paper" required bind:value={paper}>
      <option value="">another paper</option>
      {#each others as other (other.id)}<option value={other.id}>{other.name}</option>{/each}
    </select>
    <button class="btn btn-line btn-sm" disabled={apart.busy}>Make these a run of their own</button>
    <span class="text-sm">Their recipes are looked for on that paper.</span>
  </form>
{/if}
{#if apart.trouble}<TroubleNote trouble={apart.trouble} />{/if}
{#if apart.value}
  <p role="status">
    <a class="underline" href="/runs/{apart.value.id}/colours">{apart.value.name}</a>
    has {apart.value.cards}
    {apart.value.cards === 1 ? 'card' : 'cards'} now.
  </p>
{/if}
