<script lang="ts">
  import { api, ask, type Stamping } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { piece }: { piece: string } = $props();

  const kinds: Record<keyof Stamping, string> = {
    crisp: 'a crisp line',
    embossed: 'an embossed line',
    noLine: 'a pale line that vanishes',
  };
  let kind = $state<keyof Stamping>('crisp');
  let open = $state(false);
  const guide = new Resource<Stamping>(() =>
    ask(api.GET('/api/pieces/{id}/image/stamping', { params: { path: { id: piece } } })),
  );
  $effect(() => {
    if (open) void guide.refresh();
  });
</script>

<details bind:open>
  <summary class="cursor-pointer underline">How to stamp it</summary>
  <div class="sheet mt-3 grid gap-3">
    <label class="flex items-center gap-3">
      With
      <select class="select w-64" bind:value={kind}>
        {#each Object.entries(kinds) as [key, words] (key)}<option value={key}>{words}</option>{/each}
      </select>
    </label>
    {#if guide.trouble}<TroubleNote trouble={guide.trouble} />{/if}
    <ol class="grid list-decimal gap-2 pl-6">
      {#each guide.value?.[kind] ?? [] as step (step.text)}
        <li>
          {step.text}
          {#if step.caution}<p class="mt-1 border-l-4 border-warm pl-3 text-sm">{step.caution}</p>{/if}
        </li>
      {/each}
    </ol>
  </div>
</details>
