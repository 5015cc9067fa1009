<script lang="ts">
  import { api, ask, type Trouble } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import PaperColour from './PaperColour.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';

  // A paper of one's own; how much it drinks is read with a watch.
  let { added }: { added: () => Promise<void> } = $props();

  const textures = { smooth: 'smooth', vellum: 'slight tooth', coldPressed: 'cold pressed' };
  let name = $state('');
  let colour = $state('#faf8f2');
  let grams = $state(300);
  let texture = $state<keyof typeof textures>('vellum');
  let seconds = $state<number | null>(null);
  let started = $state<number>();
  let trouble = $state<Trouble>();

  function watch() {
    if (started === undefined) started = performance.now();
    else {
      seconds = Math.max(1, Math.round((performance.now() - started) / 1000));
      started = undefined;
    }
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.POST('/api/stash/papers', {
          body: { name, colour, gramsPerSquareMetre: grams, texture, dropSeconds: seconds },
        }),
      );
      [name, seconds, trouble] = ['', null, undefined];
      await added();
    } catch (error) {
      trouble = asTrouble(error);
    }
  }
</script>

<details class="mt-3">
  <summary class="cursor-pointer underline">A paper of your own</summary>
  <form class="sheet mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1"
      >Its name <input class="input w-full" required maxlength="80" bind:value={name} /></label
    >
    <fieldset class="grid gap-1">
      <legend>Its colour, bare</legend>
      <div class="flex flex-wrap items-center gap-3"><ColourField bind:colour /></div>
      <PaperColour found={(read) => (colour = read)} />
    </fieldset>
    <label class="flex items-center gap-2">
      Weight
      <input class="input w-24" type="number" min="40" max="1000" step="1" required bind:value={grams} /> g/m²
    </label>
    <label class="grid gap-1">
      Texture
      <select class="select w-full" bind:value={texture}>
        {#each Object.entries(textures) as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select>
    </label>
    <fieldset class="grid gap-1">
      <legend>How much it drinks</legend>
      <p class="text-sm">
        Spread a drop of clean water with a loaded brush to the size of a coin, 2 cm across. How long until
        its shine is gone?
      </p>
      <div class="flex items-center gap-3">
        <button type="button" class="btn btn-line btn-sm" onclick={watch}
          >{started === undefined ? 'Start the watch' : 'The shine is gone'}</button
        >
        <label class="flex items-center gap-2">
          <input
            class="input w-24"
            type="number"
            min="1"
            max="3600"
            placeholder="not timed"
            aria-label="Seconds until the shine is gone"
            bind:value={seconds}
          /> s
        </label>
      </div>
    </fieldset>
    <button type="submit" class="btn btn-primary">Add it</button>
    {#if trouble}<TroubleNote {trouble} />{/if}
  </form>
</details>
