<script lang="ts">
  import { session } from '../../state/session.svelte';
  import type { TapQueue } from '../../state/taps.svelte';
  import { tapWords } from '../../parts/words';

  let { taps }: { taps: TapQueue } = $props();

  // Signed in meanwhile, in another tab perhaps: then there is nothing to wait for.
  async function signIn() {
    await session.refresh();
    if (session.value?.signedIn) await taps.send();
  }

  const many = $derived(taps.waiting === 1 ? 'One tap waits' : `${taps.waiting} taps wait`);
  const reasons = {
    connection: 'The connection is lost.',
    busy: 'Nube cannot take taps at the moment.',
    signedOut: 'You are signed out.',
  };
</script>

{#if taps.holdup && taps.waiting > 0}
  <p role="status" class="mb-3 border-l-4 border-warm bg-raised px-4 py-2">
    {reasons[taps.holdup]}
    {many} here and will be sent in order.
    {#if taps.holdup === 'signedOut'}
      <button type="button" class="underline" onclick={signIn}>Sign in again</button>
    {:else}
      <button type="button" class="underline" onclick={taps.send}>Send now</button>
    {/if}
  </p>
{/if}
{#if taps.unkept && taps.waiting > 0}
  <p role="status" class="mb-3 border-l-4 border-warm bg-raised px-4 py-2">
    This device keeps nothing for Nube: its storage is full or closed. Leave this page open until the taps are
    sent.
  </p>
{/if}
{#each taps.setAside as { tap, sentence } (tap.id)}
  <p role="alert" class="mb-3 border-l-4 border-warm bg-raised px-4 py-2">
    {tapWords(tap)} did not count. {sentence}
    <button type="button" class="underline" onclick={() => taps.forget(tap)}>I have read this</button>
  </p>
{/each}
