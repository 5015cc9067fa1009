<script lang="ts">
  import { api, ask, type PencilTried, type Pressure, type StashItem } from '../../api/client';
  import Ladder from '../../parts/Ladder.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { pencil, papers }: { pencil: string; papers: StashItem[] } = $props();

  const pressures: Record<Pressure, string> = {
    light: 'light, a sharp point',
    medium: 'ordinary',
    heavy: 'hard',
  };
  let pressure = $state<Pressure>('light');
  let chosenPaper = $state('');
  const paper = $derived(chosenPaper || (papers[0]?.id ?? ''));
  const look = new Resource<PencilTried>(() =>
    ask(api.POST('/api/mix/pencil', { body: { paper, pencil, pressure } })),
  );
  $effect(() => {
    void [pencil, pressure];
    if (paper) void look.refresh();
  });
  const numbered = (colours: string[]) => colours.map((colour, index) => ({ name: `${index + 1}`, colour }));
</script>

<div class="grid gap-4">
  <div class="flex flex-wrap gap-x-6 gap-y-2">
    <label class="flex items-center gap-2">
      On
      <select
        class="select w-72"
        value={paper}
        onchange={(event) => (chosenPaper = event.currentTarget.value)}
      >
        {#each papers as item (item.id)}<option value={item.id}>{item.name}</option>{/each}
      </select>
    </label>
    <label class="flex items-center gap-2">
      pressed
      <select class="select w-52" bind:value={pressure}>
        {#each Object.entries(pressures) as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select>
    </label>
  </div>
  {#if look.trouble}<TroubleNote trouble={look.trouble} again={look.refresh} />{/if}
  {#if look.value}
    {@const value = look.value}
    <Ladder title="Layer on layer, dry" steps={numbered(value.dry)} paper={value.paper} />
    <p>{value.sentence}</p>
    <Ladder title="The same, burnished colourless" steps={numbered(value.burnished)} paper={value.paper} />
    <Ladder
      title="Burnished with a white pencil"
      steps={numbered(value.burnishedWhite)}
      paper={value.paper}
    />
    <p class="text-sm text-quiet">Burnish last: a burnished place takes no more pencil, and no paint.</p>
    <Ladder title="The same, blended with solvent" steps={numbered(value.dissolved)} paper={value.paper} />
    <p class="border-l-4 border-warm pl-3 text-sm">{value.caution}</p>
  {/if}
</div>
