<script lang="ts">
  import { api, ask, type Medium, type Trouble } from '../../api/client';
  import ColourField from '../../parts/ColourField.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { mediumNames } from '../../parts/words';
  import { asTrouble } from '../../state/resource.svelte';

  let { added }: { added: () => Promise<void> } = $props();

  let name = $state('');
  let colourIndex = $state('');
  let medium = $state<Medium>('pan');
  let fullStrength = $state('#3a6ea5');
  let washKnown = $state(true);
  let wash = $state('#b9cde3');
  let trouble = $state<Trouble>();

  async function add(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.POST('/api/stash/colourants', {
          body: { name, colourIndex, medium, fullStrength, wash: washKnown ? wash : null, note: null },
        }),
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
  <summary class="cursor-pointer underline">One, by its colours</summary>
  <form class="sheet mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1"
      >Name <input class="input w-full" required maxlength="80" bind:value={name} /></label
    >
    <label class="grid gap-1">
      Kind
      <select class="select w-full" bind:value={medium}>
        {#each mediumNames as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select>
    </label>
    <label class="grid gap-1">
      Pigment, if known
      <input class="input w-36" maxlength="20" placeholder="PB29" bind:value={colourIndex} />
    </label>
    <fieldset class="grid gap-1">
      <legend>Full strength, on white paper</legend>
      <div class="flex flex-wrap items-center gap-3"><ColourField bind:colour={fullStrength} /></div>
    </fieldset>
    <label class="flex min-h-10 items-center gap-2">
      <input class="checkbox checkbox-sm" type="checkbox" bind:checked={washKnown} /> I know a wash of it too
    </label>
    {#if washKnown}
      <fieldset class="grid gap-1">
        <legend>With four parts of water</legend>
        <div class="flex flex-wrap items-center gap-3"><ColourField bind:colour={wash} /></div>
      </fieldset>
    {/if}
    <button type="submit" class="btn btn-primary">Add it</button>
    {#if trouble}<TroubleNote {trouble} />{/if}
  </form>
</details>
