<script lang="ts">
  import { api, ask, type Account, type Trouble } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import WelcomeLine from '../parts/WelcomeLine.svelte';
  import Wordmark from '../parts/Wordmark.svelte';
  import { noPasskeysHere, signInWithPasskey } from '../state/passkeys';
  import { asTrouble } from '../state/resource.svelte';
  import { session } from '../state/session.svelte';

  let { account }: { account: Account } = $props();

  let name = $state('');
  let password = $state('');
  let trouble = $state<Trouble>();
  let busy = $state(false);
  const notHere = noPasskeysHere();

  async function enter(how: () => Promise<unknown>) {
    busy = true;
    try {
      await how();
      trouble = undefined;
      await session.refresh();
    } catch (error) {
      trouble = asTrouble(error);
    } finally {
      busy = false;
    }
  }

  const openDemo = () => enter(() => ask(api.POST('/api/account/demo')));
  const signIn = () => enter(() => ask(api.POST('/api/account/sign-in', { body: { name, password } })));
  const signUp = () => enter(() => ask(api.POST('/api/account/sign-up', { body: { name, password } })));
</script>

<div class="mat-strip mx-auto max-w-6xl px-6 pt-6 pb-6"><WelcomeLine /></div>
<main id="main" class="mx-auto grid max-w-6xl gap-10 px-6 pt-10 pb-12 md:grid-cols-[1.3fr_1fr]">
  <div>
    <h1><Wordmark size="large" /></h1>
    <p class="mt-6 max-w-prose text-xl leading-relaxed">
      Bring in a stamped image, say what colour each part should become, and Nube works out the rest: which of
      your colours in which parts, how much water, how many layers, in what order over all your cards, and
      when each is dry.
    </p>
    {#if account.demoBookAvailable}
      <button type="button" class="btn btn-primary btn-lg mt-8" disabled={busy} onclick={openDemo}
        >Open the demo book</button
      >
      <p class="mt-3 text-quiet">
        The cards of an allotment society's harvest swap, at every stage: a copy to try everything in, kept
        for a day after its last use. No account needed.
      </p>
    {/if}
  </div>

  <form
    class="sheet card-paper grid content-start gap-4 p-6"
    onsubmit={(event) => {
      event.preventDefault();
      void signIn();
    }}
  >
    <h2>Your own bench</h2>
    <label class="grid gap-1">
      Name
      <input class="input w-full" autocomplete="username" required bind:value={name} />
    </label>
    <label class="grid gap-1">
      Password, 10 characters or more
      <input
        class="input w-full"
        type="password"
        autocomplete="current-password"
        required
        bind:value={password}
      />
    </label>
    {#if trouble}<TroubleNote {trouble} />{/if}
    <div class="flex flex-wrap gap-3">
      <button type="submit" class="btn btn-primary" disabled={busy}>Sign in</button>
      <button
        type="button"
        class="btn btn-line"
        disabled={busy}
        onclick={(event) => event.currentTarget.form?.reportValidity() && signUp()}>Make an account</button
      >
    </div>
    {#if !notHere}
      <button
        type="button"
        class="btn btn-line w-fit"
        disabled={busy}
        onclick={() => enter(signInWithPasskey)}>Sign in with a passkey</button
      >
    {/if}
    <p class="text-sm text-quiet">Everything stays on this machine. No e-mail address is asked for.</p>
  </form>
</main>
