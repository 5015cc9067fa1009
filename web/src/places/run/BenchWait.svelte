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

  const finger = 'btn btn-line h-14 grow px-2 text-base xl:px-3 xl:text-lg [@media(max-height:790px)]:h-11';
  const worthFeeling = $derived(waiting.feelFrom !== null && Date.parse(waiting.feelFrom) <= clock.now);
</script>

<div class="mb-3 border-l-4 border-warm bg-raised px-4 py-2">
  <p class="text-lg leading-snug">
    <strong>Wait {until(waiting.readyAt, clock.now)}.</strong>
    {waiting.reason}
    {#if worthFeeling}
      It may be dry: feel it with the back of a clean finger.
    {:else if waiting.feelFrom}
      It may be dry in {until(waiting.feelFrom, clock.now)}: feel it then.
    {/if}
  </p>
  {#if worthFeeling}
    <!-- One row, so that the words of the step stay in sight above. -->
    <div class="mt-2 flex flex-wrap gap-2">
      <button type="button" class={finger} onclick={hit(() => felt(true))}>It is dry</button>
      <button type="button" class={finger} onclick={hit(() => felt(false))}>It is still wet</button>
      {#if meanwhile && !heat}
        <button type="button" class={finger} title={meanwhile.pass.title} onclick={hit(take)}
          >Meanwhile: card {meanwhile.card}</button
        >
      {/if}
    </div>
  {/if}
  {#if heat}
    <button
      type="button"
      class={['btn btn-line mt-2 w-full text-lg', worthFeeling ? 'h-11' : 'h-14']}
      onclick={hit(heated)}
    >
      The card is dried with the heat tool
    </button>
  {:else if meanwhile && !worthFeeling}
    <button
      type="button"
      class="btn btn-line mt-2 h-auto min-h-14 w-full py-1 text-base leading-tight xl:text-lg [@media(max-height:790px)]:min-h-11"
      onclick={hit(take)}
    >
      Meanwhile: card {meanwhile.card}, {meanwhile.pass.title}
    </button>
  {:else if !meanwhile && whileWaiting.length > 0}
    <p class="mt-1 text-lg leading-snug">Meanwhile: {whileWaiting.join(', ')}.</p>
  {/if}
</div>
