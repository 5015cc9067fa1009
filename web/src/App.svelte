<script lang="ts">
  import { Router } from 'sv-router';
  import Shortcuts from './parts/Shortcuts.svelte';
  import TopBar from './parts/TopBar.svelte';
  import TroubleNote from './parts/TroubleNote.svelte';
  import Welcome from './places/Welcome.svelte';
  import { session } from './state/session.svelte';

  void session.refresh();
</script>

<a href="#main" class="sr-only focus:not-sr-only">Skip to the work</a>
{#if session.value?.signedIn}
  <TopBar account={session.value} />
  <main id="main" class="mx-auto max-w-[1400px] px-4 pb-10 md:px-8">
    {#if session.value.nearlyFull}
      <p role="status" class="mt-3 border-l-4 border-warm bg-raised px-4 py-2">{session.value.nearlyFull}</p>
    {/if}
    <Router />
  </main>
  <Shortcuts />
{:else if session.value}
  <Welcome account={session.value} />
{:else if session.trouble}
  <main id="main" class="p-8"><TroubleNote trouble={session.trouble} again={session.refresh} /></main>
{/if}
