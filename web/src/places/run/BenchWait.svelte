<script lang="ts">
  import type { Bench } from '../../api/client';
  import { clock, until } from '../../state/clock.svelte';
  import { hit } from '../../state/hit';

  let {
    waiting,
    meanwhile,
    take,
  }: { waiting: NonNullable<Bench['holdup']>; meanwhile: Bench['meanwhile']; take: () => void } = $props();
</script>

<div class="mb-3 border-l-4 border-warm bg-raised px-4 py-3">
  <p class="text-xl"><strong>Wait {until(waiting.readyAt, clock.now)}.</strong> {waiting.reason}</p>
  {#if meanwhile}
    <button type="button" class="btn btn-line mt-3 h-16 w-full text-lg" onclick={hit(take)}>
      Meanwhile: card {meanwhile.card}, {meanwhile.pass.title}
    </button>
  {/if}
</div>
