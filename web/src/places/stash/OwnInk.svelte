<script lang="ts">
  import { api, ask, type Trouble } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';

  // A stamping ink of one's own: what its line does, and how it looks.
  let { added }: { added: () => Promise<void> } = $props();

  const words = {
    waterproof: 'stays put under a wash',
    alcoholSafe: 'safe under alcohol markers',
    slow: 'stays wet for minutes',
    embossable: 'takes embossing powder',
  };
  type Trait = keyof typeof words;
  const traits = Object.entries(words) as [Trait, string][];
  const usual = { waterproof: true, alcoholSafe: false, slow: false, embossable: false };
  let name = $state('');
  let is = $state<Record<Trait, boolean>>({ ...usual });
  let colour = $state('#1b1b1d');
  let trouble = $state<Trouble>();

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(api.POST('/api/stash/stamping-inks', { body: { name, ...is, colour } }));
      [name, is, trouble] = ['', { ...usual }, undefined];
      await added();
    } catch (error) {
      trouble = asTrouble(error);
    }
  }
</script>

<details class="mt-3">
  <summary class="cursor-pointer underline">An ink of your own</summary>
  <form class="sheet mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1"
      >Its name <input class="input w-full" required maxlength="80" bind:value={name} /></label
    >
    <fieldset class="grid gap-1">
      <legend>Its line, once dry; with powder, the powder's colour</legend>
      <div class="flex flex-wrap items-center gap-3"><ColourField bind:colour /></div>
    </fieldset>
    <fieldset class="grid">
      <legend class="sr-only">What it does</legend>
      {#each traits as [trait, what] (trait)}
        <label class="flex min-h-10 items-center gap-2">
          <input class="checkbox checkbox-sm" type="checkbox" bind:checked={is[trait]} />
          {what}
        </label>
      {/each}
    </fieldset>
    <button type="submit" class="btn btn-primary">Add it</button>
    {#if trouble}<TroubleNote {trouble} />{/if}
  </form>
</details>
