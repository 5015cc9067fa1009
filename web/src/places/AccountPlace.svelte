<script lang="ts">
  import { api, ask } from '../api/client';
  import TroubleNote from '../parts/TroubleNote.svelte';
  import { Resource } from '../state/resource.svelte';
  import { session } from '../state/session.svelte';
  import DeleteAccount from './account/DeleteAccount.svelte';
  import Passkeys from './account/Passkeys.svelte';
  import PasswordForm from './account/PasswordForm.svelte';

  const storage = new Resource(() => ask(api.GET('/api/account/storage')));
  void storage.refresh();
  const account = $derived(session.value);
  const share = $derived(storage.value ? storage.value.usedBytes / storage.value.mostBytes : 0);

  const leave = () =>
    storage.attempt(async () => {
      await ask(api.POST('/api/account/sign-out-everywhere'));
      location.assign('/');
    });
</script>

<h1>{account?.isDemo ? 'Your copy of the demo book' : account?.name}</h1>
{#if account?.isDemo}
  <p class="mt-2 max-w-prose">
    Try everything: this copy is yours alone. It goes when it was not used for a day. To keep your work, make
    an account of your own.
  </p>
{/if}
{#if storage.trouble}<div class="mt-4">
    <TroubleNote trouble={storage.trouble} again={storage.refresh} />
  </div>{/if}

<div class="mt-6 grid gap-6 lg:grid-cols-2">
  <section class="sheet" aria-labelledby="yours">
    <h2 id="yours">What is yours</h2>
    {#if storage.value}
      <p class="mt-3">{storage.value.sentence}</p>
      <progress
        class="progress progress-primary mt-2 w-full"
        value={share}
        max="1"
        aria-label="Room that is used"
      ></progress>
    {/if}
    <p class="mt-5">
      Everything that Nube keeps for you, in one archive: runs, stash, sheets and stamps as JSON, pictures as
      they are.
    </p>
    <a class="btn btn-line mt-3" href="/api/account/everything.zip" download>Save everything</a>
  </section>

  <section class="sheet" aria-labelledby="devices">
    <h2 id="devices">Your devices</h2>
    <p class="mt-3">
      A device that was lost or lent out: sign out everywhere, then sign in again here. Taps that wait on a
      device are kept there.
    </p>
    <button type="button" class="btn btn-line mt-3" disabled={storage.busy} onclick={leave}
      >Sign out everywhere</button
    >
  </section>

  {#if account && !account.isDemo}<PasswordForm /><Passkeys />{/if}
  {#if account}<DeleteAccount {account} />{/if}
</div>
