<script lang="ts">
  import type { Habits, LearnedErring } from '../../api/client';
  import { erringInWords, erringWithWords, strokeWords, waterWords } from '../../parts/words';

  // What benches, swatch sheets and checked cards have taught, row by row.
  let { habits }: { habits: Habits } = $props();

  const than = (factor: number, less: string, more: string, same: string) =>
    Math.abs(factor - 1) < 0.03
      ? same
      : factor < 1
        ? `${Math.round(100 * (1 - factor))} % ${less}`
        : `${Math.round(100 * (factor - 1))} % ${more}`;
  const asOrdinary = 'as an ordinary hand';
  const watered = (parts: number) =>
    Math.abs(parts - 4) < 0.15 ? asOrdinary : `like 1 to ${parts.toFixed(1)} of an ordinary hand`;
  const size = (one: LearnedErring, off: number) =>
    one.in === 'mixing' ? `± ${off.toFixed(1)}` : `± ${Math.round(100 * off)} %`;
  const erring = (one: LearnedErring) =>
    size(one, one.off) +
    (one.in === 'mixing' ? ' in CIEDE2000' : '') +
    (one.off === one.ordinary ? `, ${asOrdinary}` : `; an ordinary hand ${size(one, one.ordinary)}`);

  const rows = $derived([
    ...habits.speeds.map((speed) => ({
      what: `${strokeWords[speed.stroke]}, ${waterWords[speed.water]}`,
      you: than(speed.factor, 'faster', 'slower', asOrdinary),
      seen: speed.times,
    })),
    ...(habits.dilution
      ? [
          {
            what: 'Diluting, 1 part to 4',
            you: watered(habits.dilution.fourIsLike),
            seen: habits.dilution.times,
          },
        ]
      : []),
    ...(habits.touch
      ? [
          {
            what: 'Pencil, each touch',
            you: than(habits.touch.factor, 'weaker', 'stronger', asOrdinary),
            seen: habits.touch.times,
          },
        ]
      : []),
    ...habits.erring.map((one) => ({
      what: `${erringWithWords[one.with]}, ${erringInWords[one.in]}`,
      you: erring(one),
      seen: one.times,
    })),
    ...habits.drying.map((paper) => ({
      what: `Drying on ${paper.paper}`,
      you: than(paper.factor, 'sooner', 'later', 'as the formula says'),
      seen: paper.times,
    })),
  ]);
</script>

<table class="mt-2 w-full text-left">
  <thead><tr><th>What</th><th>You</th><th class="text-right">Seen</th></tr></thead>
  <tbody>
    {#each rows as row (row.what)}
      <tr>
        <td class="pr-6">{row.what}</td>
        <td>{row.you}</td>
        <td class="text-right tabular-nums">{row.seen} ×</td>
      </tr>
    {/each}
  </tbody>
</table>
