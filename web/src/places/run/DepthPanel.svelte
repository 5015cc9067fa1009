<script lang="ts">
  import type { ImageLight } from '../../api/client';

  // Which areas lie behind others: as guessed from how their lines meet, unless the maker says otherwise.
  let {
    light,
    chosen,
    say,
  }: {
    light: ImageLight;
    chosen: number[];
    /** Which of two areas is in front; 0 for neither, null for as guessed. */
    say: (one: number, other: number, front: number | null) => void;
  } = $props();

  const behind = $derived(new Set(light.inFront.map((pair) => pair.behind)));
  const pair = $derived(
    chosen.length === 2
      ? light.inFront.find((p) => chosen.includes(p.front) && chosen.includes(p.behind))
      : undefined,
  );
  const list = (areas: number[]) => areas.toSorted((a, b) => a - b).join(', ');
</script>

<section class="sheet grid gap-2" aria-label="What lies behind">
  {#if chosen.length === 2}
    {@const [one = 0, other = 0] = chosen}
    <p>
      {#if pair}{pair.front} is in front of {pair.behind}{pair.said ? '' : ', as it seems'}.{:else}Neither of {one}
        and {other} is in front.{/if}
    </p>
    <div class="flex flex-wrap gap-x-4 gap-y-1">
      <button type="button" class="min-h-9 underline" onclick={() => say(one, other, one)}
        >{one} is in front</button
      >
      <button type="button" class="min-h-9 underline" onclick={() => say(one, other, other)}
        >{other} is in front</button
      >
      <button type="button" class="min-h-9 underline" onclick={() => say(one, other, 0)}>Neither</button>
      <button type="button" class="min-h-9 underline" onclick={() => say(one, other, null)}
        >As it seems</button
      >
    </div>
  {:else if chosen.length === 1}
    {@const fronts = light.inFront.filter((p) => p.behind === chosen[0]).map((p) => p.front)}
    {@const backs = light.inFront.filter((p) => p.front === chosen[0]).map((p) => p.behind)}
    <p>
      {#if fronts.length === 0 && backs.length === 0}Nothing is in front of {chosen[0]}, nor behind it.{/if}
      {#if fronts.length > 0}{chosen[0]} lies behind {list(fronts)}.{/if}
      {#if backs.length > 0}{chosen[0]} is in front of {list(backs)}.{/if}
    </p>
  {:else}
    <p>
      {behind.size === 0 ? 'No area' : behind.size === 1 ? '1 area' : `${behind.size} areas`} seem to lie behind
      others: darker, and darkest beside what is in front.
    </p>
  {/if}
  {#if chosen.length !== 2}<p class="text-sm text-quiet">Pick two areas to say which is in front.</p>{/if}
</section>
