<script lang="ts">
  import { api, ask, type PaperCuts } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import CutSheet from './CutSheet.svelte';

  // At the bench: the sheets that a piece of all cards, or the base, is cut from, each cut in its order. Asked for when
  // it is opened.
  let { id, piece }: { id: string; piece: string } = $props();

  const cuts = new Resource<PaperCuts[]>(() =>
    ask(api.POST('/api/runs/{id}/design/cuts', { params: { path: { id } } })),
  );
  const papers = $derived(
    (cuts.value ?? [])
      .map((paper) => ({
        ...paper,
        sheets: paper.sheets.filter((sheet) => sheet.parts.some((part) => part.part === piece)),
      }))
      .filter((paper) => paper.sheets.length > 0),
  );
</script>

<details class="mt-3" ontoggle={(event) => event.currentTarget.open && !cuts.value && void cuts.refresh()}>
  <summary class="cursor-pointer font-bold">How the sheets are cut, for all cards</summary>
  {#if cuts.trouble}<TroubleNote trouble={cuts.trouble} />{/if}
  {#each papers as paper (paper.paper)}
    <h3 class="mt-2 font-bold">{paper.name}</h3>
    <ul class="flex flex-wrap gap-6">
      {#each paper.sheets as sheet, at (at)}
        <li class="grid max-w-64 content-start gap-2"><CutSheet {sheet} colour={paper.colour} /></li>
      {/each}
    </ul>
  {:else}
    {#if cuts.value}<p>Say in Design which sheets there are; then it is worked out how they are cut.</p>{/if}
  {/each}
</details>
