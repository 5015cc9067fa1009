<script lang="ts">
  import { api, ask, type Design, type DesignPaper, type PaperCuts } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import CutSheet from './CutSheet.svelte';
  import SheetsOfPaper from './SheetsOfPaper.svelte';

  // From which sheets the pieces of all cards are cut, and how.
  let {
    id,
    design,
    again,
    setBlade,
  }: { id: string; design: Design; again: () => Promise<void>; setBlade: (mm: number) => void } = $props();

  const cuts = new Resource<PaperCuts[]>(() =>
    ask(api.POST('/api/runs/{id}/design/cuts', { params: { path: { id } } })),
  );
  // A way to cut holds for the design that it was found for.
  let cutFor = $state.raw<Design>();
  const current = $derived(cutFor === design ? cuts.value : undefined);
  const used = $derived(
    design.papers.filter((paper) =>
      [
        design.basePaper,
        ...design.otherBasePapers.map((one) => one.paper),
        ...design.pieces.flatMap((piece) => [piece.paper, ...piece.otherPapers.map((one) => one.paper)]),
      ].includes(paper.id),
    ),
  );
  async function find() {
    await cuts.refresh();
    cutFor = design;
  }
  let sent = $state.raw<{ paper: string; sheet: number; sentence: string }>();
  async function send(paper: string, sheet: number) {
    await cuts.attempt(async () => {
      const { sentence } = await ask(
        api.POST('/api/runs/{id}/design/cuts/{paper}/{sheet}/machine', {
          params: { path: { id, paper, sheet } },
        }),
      );
      sent = { paper, sheet, sentence };
    });
  }
  async function keep(paper: DesignPaper, sheets: DesignPaper['sheets']) {
    await cuts.attempt(async () => {
      await ask(api.PUT('/api/stash/{id}/sheets', { params: { path: { id: paper.id } }, body: { sheets } }));
      await again();
    });
  }
</script>

<section class="sheet grid gap-3" aria-label="Cutting">
  <h2>Cutting</h2>
  {#if used.length === 0}
    <p>Choose the papers of the base and of the pieces; then it is worked out how to cut them.</p>
  {:else}
    {#each used as paper (paper.id)}
      <SheetsOfPaper {paper} sizes={design.sheetSizes} keep={(sheets) => keep(paper, sheets)} />
    {/each}
    <div class="flex flex-wrap items-center gap-4">
      <button type="button" class="btn btn-primary" disabled={cuts.busy} onclick={find}
        >Find how to cut</button
      >
      <label class="flex items-center gap-2">
        The blade takes
        <input
          class="input w-20"
          type="number"
          min="0"
          max="5"
          step="0.1"
          value={design.bladeMm}
          onchange={({ currentTarget }) => setBlade(currentTarget.valueAsNumber || 0)}
        /> mm at each cut; a trimmer takes nothing
      </label>
    </div>
  {/if}
  {#if cuts.trouble}<TroubleNote trouble={cuts.trouble} />{/if}
  {#each current ?? [] as paper (paper.paper)}
    <section class="grid gap-2" aria-label="Cutting of {paper.name}">
      <h3>{paper.name}</h3>
      {#if paper.trouble}<p class="caution">{paper.trouble}</p>{:else}
        <p class="flex flex-wrap gap-x-4">
          {paper.sentence}
          <a
            class="underline"
            href="/api/runs/{id}/design/cuts/{paper.paper}.pdf"
            target="_blank"
            rel="noreferrer">True to size, as PDF</a
          >
        </p>
      {/if}
      <ul class="flex flex-wrap gap-6">
        {#each paper.sheets as sheet, place (place)}
          <li class="grid max-w-64 content-start gap-2">
            <CutSheet {sheet} colour={paper.colour} />
            <p class="flex flex-wrap gap-x-4 text-sm">
              <a class="underline" href="/api/runs/{id}/design/cuts/{paper.paper}/{place + 1}.svg" download
                >SVG, for a cutter</a
              >
              <button type="button" class="underline" onclick={() => send(paper.paper, place + 1)}
                >Send it to the cutter (simulated)</button
              >
            </p>
            {#if sent?.paper === paper.paper && sent.sheet === place + 1}<p role="status">
                {sent.sentence}
              </p>{/if}
          </li>
        {/each}
      </ul>
    </section>
  {/each}
</section>
