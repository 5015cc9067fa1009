<script lang="ts">
  import { api, ask, type AreaCameOut } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // Every area of a card that was looked at: against what was expected of it and what was wished, and zone by zone.
  let { run, check, card }: { run: string; check: string; card: number } = $props();

  const path = $derived({ id: run, check, card });
  const areas = new Resource<AreaCameOut[]>(() =>
    ask(api.GET('/api/runs/{id}/checks/{check}/cards/{card}/areas', { params: { path } })),
  );
  let open = $state(false);
  $effect(() => {
    if (open && path) void areas.refresh();
  });
  const zoneOf = (area: AreaCameOut, part: string) =>
    area.zones.find((zone) => zone.part === part)?.difference.toFixed(1) ?? '';
</script>

<details bind:open>
  <summary class="cursor-pointer underline">Every area, in numbers</summary>
  {#if areas.trouble}<TroubleNote trouble={areas.trouble} />{/if}
  <div class="mt-2 max-h-96 overflow-auto">
    <table class="w-full text-sm">
      <caption class="sr-only">How every area came out</caption>
      <thead>
        <tr class="text-left align-bottom">
          <th scope="col" class="w-full py-1">Area</th>
          <th scope="col" class="px-2 py-1">Is, was to be</th>
          {#each ['Off', 'Wish', 'Light', 'Middle', 'Shadow'] as head (head)}
            <th scope="col" class="px-1.5 py-1">{head}</th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each areas.value ?? [] as area (area.area)}
          <tr class="border-t border-base-300 align-top">
            <th scope="row" class="py-1 text-left font-normal">
              {area.name}<br /><span class="text-quiet">{area.words}</span>
            </th>
            <td class="px-2 py-1">
              <span class="flex" aria-hidden="true">
                <span class="h-8 w-6" style:background={area.seen}></span>
                <span class="h-8 w-6" style:background={area.expected}></span>
              </span>
            </td>
            <td class="px-1.5 py-1 whitespace-nowrap tabular-nums"
              >{area.difference.toFixed(1)} ± {area.sure.toFixed(1)}</td
            >
            <td class="px-1.5 py-1 tabular-nums">{area.fromWish?.toFixed(1) ?? ''}</td>
            {#each ['light', 'middle', 'shadow'] as part (part)}
              <td class="px-1.5 py-1 tabular-nums">{zoneOf(area, part)}</td>
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="text-sm text-quiet">
    CIEDE2000 from what was to be expected, from the wish, and from what each zone was to be. “±” is how far
    the reading may be off in two of three cases; twice that, and all below 4.5, counts as near enough.
  </p>
</details>
