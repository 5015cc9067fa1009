<script lang="ts">
  import { api, ask, type Image } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';

  // Which outlines are embossed: a raised line stops water, so wet areas on both sides of it stay apart.
  let { image, chosen }: { image: Image; chosen: number[] } = $props();

  type Lines = Image['dams']['lines'];
  const run = useRun();
  const work = new Resource(async () => undefined);
  const dams = $derived(image.dams);

  const few = 4; // that are named or shown one by one
  const nameOf = (area: number) => image.areas.find((one) => one.id === area)?.name ?? `${area}`;

  async function leave(areas: number[], mayRun: boolean) {
    await work.attempt(() =>
      ask(
        api.PUT('/api/pieces/{id}/image/leave', {
          params: { path: { id: pieceOf(run.value)?.id ?? '' } },
          body: { areas, mayRun },
        }),
      ),
    );
    await run.refresh();
  }

  async function set(lines: Lines, areas: number[]) {
    await work.attempt(() =>
      ask(
        api.PUT('/api/pieces/{id}/image/dams', {
          params: { path: { id: pieceOf(run.value)?.id ?? '' } },
          body: { lines, areas },
        }),
      ),
    );
    await run.refresh();
  }
</script>

<section class="grid gap-2" aria-label="Embossed lines">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <label class="flex flex-wrap items-center gap-x-3">
      Embossed
      <select
        class="select w-56"
        value={dams.lines}
        onchange={(event) => {
          const lines = event.currentTarget.value as Lines;
          const areas = chosen.length > 0 ? chosen : dams.areas;
          // Back to what is there until areas are picked.
          event.currentTarget.value = dams.lines;
          void set(lines, areas);
        }}
      >
        <option value="none">no line</option>
        <option value="all">the whole outline</option>
        <option value="chosen">around picked areas</option>
      </select>
    </label>
    {#if dams.lines === 'chosen' && chosen.length > 0}
      <button type="button" class="underline" onclick={() => set('chosen', chosen)}
        >Around {chosen.join(', ')}</button
      >
    {/if}
  </div>
  <p class="text-sm text-quiet">
    {#if dams.lines === 'none'}Wet areas that touch run together; the plan waits between them.
    {:else if dams.lines === 'all'}Every line stops water: touching areas can be wet at once.
    {:else}The lines around {dams.areas.join(', ')} stop water.{/if}
  </p>
  {#if chosen.length > 1}
    <button type="button" class="w-fit underline" onclick={() => leave(chosen, true)}
      >Let {chosen.length > few ? `the ${chosen.length} picked areas` : chosen.join(', ')} run together</button
    >
  {/if}
  {#if image.mayRun.length > 0}
    <details class="text-sm" open={image.mayRun.length <= few}>
      <summary class="cursor-pointer"
        >{image.mayRun.length === 1 ? 'One pair' : `${image.mayRun.length} pairs`} may run together</summary
      >
      <ul class="mt-1 max-h-40 overflow-y-auto" aria-label="May run together">
        {#each image.mayRun as pair (`${pair.one} ${pair.other}`)}
          <li>
            {nameOf(pair.one)} and {nameOf(pair.other)}
            <button type="button" class="ml-2 underline" onclick={() => leave([pair.one, pair.other], false)}
              >Keep them apart</button
            >
          </li>
        {/each}
      </ul>
      <button
        type="button"
        class="mt-1 underline"
        onclick={() =>
          leave(
            image.areas.map((area) => area.id),
            false,
          )}>Keep all apart</button
      >
    </details>
  {/if}
  {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
</section>
