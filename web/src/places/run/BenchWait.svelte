<script lang="ts">
  import type { Bench } from '../../api/client';
  import { clock, until } from '../../state/clock.svelte';
  import { hit } from '../../state/hit';

  let {
    waiting,
    heat,
    meanwhile,
    whileWaiting,
    take,
    heated,
    felt,
  }: {
    waiting: NonNullable<Bench['holdup']>;
    heat: boolean;
    meanwhile: Bench['meanwhile'];
    whileWaiting: string[];
    take: () => void;
    heated: () => void;
    /** A finger felt what is waited for. */
    felt: (dry: boolean) => void;
  } = $props();

  const worthFeeling = $derived(waiting.feelFrom !== null && Date.parse(waiting.feelFrom) <= clock.now);
</script>

<div class="mb-3 border-l-4 border-warm bg-raised px-4 py-3">
  <p class="text-xl"><strong>Wait {until(waiting.readyAt, clock.now)}.</strong> {waiting.reason}</p>
  {#if worthFeeling}
    <p class="mt-2 text-lg">It may be dry already. Feel it with the back of a clean finger:</p>
    <div class="mt-2 grid grid-cols-2 gap-2">
      <button type="button" class="btn btn-line h-16 text-lg" onclick={hit(() => felt(true))}
        >It is dry</button
      >
      <button type="button" class="btn btn-line h-16 text-lg" onclick={hit(() => felt(false))}
        >It is still wet</button
      >
    </div>
  {/if}
  {#if heat}
    <button type="button" class="btn btn-line mt-3 h-16 w-full text-lg" onclick={hit(heated)}>
      The card is dried with the heat tool
    </button>
  {:else if meanwhile}
    <button
      type="button"
      class="btn btn-line mt-3 h-16 w-full text-lg [@media(max-height:790px)]:h-11"
      onclick={hit(take)}
    >
      Meanwhile: card {meanwhile.card}, {meanwhile.pass.title}
    </button>
  {:else if whileWaiting.length > 0}
    <p class="mt-2 text-lg">Meanwhile: {whileWaiting.join(', ')}.</p>
  {/if}
</div>
