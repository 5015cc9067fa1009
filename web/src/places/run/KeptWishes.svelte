<script lang="ts">
  import { api, ask, type KeptColour } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // Colours that the maker keeps, to wish for; and the wish in hand, to be kept.
  let { colour, take }: { colour: string; take: (colour: string) => void } = $props();

  const kept = new Resource<KeptColour[]>(() => ask(api.GET('/api/mix/kept')));
  void kept.refresh();
  let naming = $state(false);
  let name = $state('');

  async function keep() {
    const all = (kept.value ?? []).map(({ name, colour }) => ({ name, colour }));
    const worked = await kept.attempt(() =>
      ask(api.PUT('/api/mix/kept', { body: { colours: [...all, { name: name.trim() || colour, colour }] } })),
    );
    if (!worked) return;
    [name, naming] = ['', false];
    await kept.refresh();
  }
</script>

<div class="flex flex-wrap items-center gap-1">
  {#if kept.value?.length}
    <div class="flex flex-wrap gap-1" role="group" aria-label="Kept colours">
      {#each kept.value as one, place (place)}
        <button
          type="button"
          class="h-9 w-9 rounded border-2 border-[#6d7076]"
          style:background={one.colour}
          title={one.name}
          aria-label="Wish for {one.name}"
          onclick={() => take(one.colour)}
        ></button>
      {/each}
    </div>
  {/if}
  <button type="button" class="px-2 text-sm underline" onclick={() => (naming = !naming)}
    >Keep this one</button
  >
</div>
{#if naming}
  <!-- It stands within a form: its own button and Enter keep the colour, and leave the form alone. -->
  <div class="flex flex-wrap items-end gap-2">
    <label class="grid gap-1 text-sm">
      What it is called
      <input
        class="input input-sm w-56"
        maxlength="80"
        placeholder={colour}
        bind:value={name}
        onkeydown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void keep();
        }}
      />
    </label>
    <button type="button" class="btn btn-line btn-sm" disabled={kept.busy} onclick={keep}>Keep it</button>
  </div>
{/if}
{#if kept.trouble}<TroubleNote trouble={kept.trouble} />{/if}
