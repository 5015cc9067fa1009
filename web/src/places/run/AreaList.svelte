<script lang="ts">
  import { api, ask, type Image } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';
  import { marks } from './marks';

  let { image, chosen, pick }: { image: Image; chosen: number[]; pick: (area: number) => void } = $props();

  const run = useRun();
  const work = new Resource(async () => undefined);
  const id = $derived(pieceOf(run.value)?.id ?? '');

  async function rename(area: number, name: string) {
    await work.attempt(() =>
      ask(
        api.PUT('/api/pieces/{id}/image/areas/{area}/name', {
          params: { path: { id, area } },
          body: { name },
        }),
      ),
    );
    await run.refresh();
  }
</script>

<section aria-label="Areas" class="max-h-[38vh] overflow-y-auto pr-1">
  {#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
  <ul class="grid gap-1">
    {#each image.areas as area (area.id)}
      <li class="flex flex-wrap items-center gap-x-3">
        <label class="flex min-h-10 items-center gap-2">
          <input
            class="checkbox checkbox-sm"
            type="checkbox"
            checked={chosen.includes(area.id)}
            onchange={() => pick(area.id)}
          />
          <span class="w-8 font-bold">{area.id}</span>
          <span class="sr-only">Pick area {area.id}</span>
        </label>
        <input
          class="input input-sm flex-1"
          aria-label="Name of area {area.id}"
          maxlength="60"
          value={area.name}
          onchange={(event) => rename(area.id, event.currentTarget.value)}
        />
        {#if area.mark}<span class="text-sm font-bold">{marks[area.mark].marked}</span>{/if}
        <span class="w-24 text-right text-sm">{area.sizeMm2.toFixed(0)} mm²</span>
        {#if area.note}<span class="w-full pl-11 text-sm">{area.note}</span>{/if}
      </li>
    {/each}
  </ul>
</section>
