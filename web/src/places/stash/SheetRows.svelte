<script lang="ts">
  import type { SheetRow } from '../../api/client';

  type Box = { row: number; column: number };
  let {
    rows,
    lit,
    light,
    leaveOut,
  }: {
    rows: SheetRow[];
    lit?: Box;
    light: (box: Box | undefined) => void;
    leaveOut: (row: number, column: number, out: boolean) => Promise<unknown>;
  } = $props();
</script>

<section class="min-w-0 overflow-x-auto" aria-label="What was read" tabindex="-1">
  <table class="w-full border-separate border-spacing-y-1">
    <caption class="mb-1 text-left text-sm">
      Each box: what was read above, what the fit makes of it below. A box that went wrong can be left out.
    </caption>
    <thead class="text-sm">
      <tr>
        <th class="text-left font-normal" scope="col">Colour</th>
        {#each rows[0]?.boxes ?? [] as box (box.column)}
          <th class="font-normal" scope="col">{box.overBlack ? 'on black' : box.strength}</th>
        {/each}
        <th class="pl-3 text-left font-normal" scope="col">How sure</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row, index (row.item)}
        <tr class="bg-raised align-top">
          <th scope="row" class="max-w-44 py-2 pl-3 text-left">
            {row.name}<br />
            <span class="text-sm font-normal">{row.covers || row.colourIndex}</span>
          </th>
          {#each row.boxes as box (box.column)}
            {@const mine = lit?.row === index && lit.column === box.column}
            <td class="px-1 py-2">
              <button
                type="button"
                class={[
                  'card-paper block h-12 w-full min-w-12 border-2',
                  mine ? 'border-base-content' : 'border-transparent',
                  box.leftOut && 'opacity-40',
                ]}
                style:background={box.read
                  ? `linear-gradient(${box.read} 50%, ${box.predicted ?? box.read} 50%)`
                  : '#fbfaf7'}
                aria-pressed={box.leftOut}
                aria-label="{row.name} {box.overBlack ? 'on black' : box.strength}: {box.leftOut
                  ? 'left out, take it in'
                  : box.read
                    ? 'used, leave it out'
                    : 'not used'}"
                onpointerenter={() => light({ row: index, column: box.column })}
                onpointerleave={() => light(undefined)}
                onclick={() => leaveOut(index, box.column, !box.leftOut)}
              >
                {#if box.leftOut}<span class="text-sm">out</span>{/if}
              </button>
            </td>
          {/each}
          <td class="py-2 pr-2 pl-3 text-sm">
            {#if row.howSure !== null}
              <span class="font-bold whitespace-nowrap">± {row.howSure.toFixed(1)}</span>
            {:else}not read{/if}
          </td>
        </tr>
        {#if row.oddities.length > 0}
          <tr>
            <td colspan="7" class="pb-2 pl-3">
              {#each row.oddities as oddity (oddity)}
                <p class="border-l-4 border-warm pl-3 text-sm">{oddity}</p>
              {/each}
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  <p class="mt-2 text-sm text-quiet">
    ± is a CIEDE2000 difference: nine of ten washes, mixes and glazes come out within it. 1 is just seen side
    by side, 3 is close, 6 is near.
  </p>
</section>
