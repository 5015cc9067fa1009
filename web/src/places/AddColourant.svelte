<script lang="ts">
  import { api, ask, type Trouble } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { asTrouble } from '../state/resource.svelte';

  let { added }: { added: () => Promise<void> } = $props();

  let name = $state('');
  let colourIndex = $state('');
  let fullStrength = $state('#3a6ea5');
  let wash = $state('#b9cde3');
  let trouble = $state<Trouble>();

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.POST('/api/stash/colourants', { body: { name, colourIndex, fullStrength, wash, note: null } }),
      );
      trouble = undefined;
      [name, colourIndex] = ['', ''];
      await added();
    } catch (error) {
      trouble = asTrouble(error);
    }
  }
</script>

<details>
  <summary class="cursor-pointer underline">Add a water colour</summary>
  <form class="sheet mt-3 flex flex-wrap items-end gap-4" onsubmit={add}>
    <label class="grid gap-1"
      >Name <input class="input w-56" required maxlength="80" bind:value={name} /></label
    >
    <label class="grid gap-1">
      Pigment, if known <input
        class="input w-36"
        maxlength="20"
        placeholder="PB29"
        bind:value={colourIndex}
      />
    </label>
    <label class="grid gap-1">
      Full strength, on white paper
      <input
        class="h-11 w-20 rounded border-2 border-[#6d7076] bg-white p-0.5"
        type="color"
        bind:value={fullStrength}
      />
    </label>
    <label class="grid gap-1">
      With four parts of water
      <input
        class="h-11 w-20 rounded border-2 border-[#6d7076] bg-white p-0.5"
        type="color"
        bind:value={wash}
      />
    </label>
    <button type="submit" class="btn btn-primary">Add it</button>
    {#if trouble}<div class="w-full"><TroubleNote {trouble} /></div>{/if}
  </form>
</details>
