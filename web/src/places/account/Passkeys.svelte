<script lang="ts">
  import { api, ask } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { addPasskey, noPasskeysHere } from '../../state/passkeys';
  import { Resource } from '../../state/resource.svelte';

  const passkeys = new Resource(() => ask(api.GET('/api/account/passkeys')));
  void passkeys.refresh();
  const notHere = noPasskeysHere();

  let name = $state('');
  let password = $state('');

  const add = () =>
    passkeys.attempt(async () => {
      if (await addPasskey(name, password)) [name, password] = ['', ''];
      await passkeys.refresh();
    });

  const remove = (passkey: string) =>
    passkeys.attempt(async () => {
      await ask(api.DELETE('/api/account/passkeys/{passkey}', { params: { path: { passkey } } }));
      await passkeys.refresh();
    });
</script>

<section class="sheet" aria-labelledby="passkeys">
  <h2 id="passkeys">Passkeys</h2>
  <p class="mt-3">
    Sign in with the lock of your device (finger, face, code) in place of a password. The key stays on the
    device.
  </p>
  {#if passkeys.trouble}<div class="mt-3"><TroubleNote trouble={passkeys.trouble} /></div>{/if}
  {#if passkeys.value?.length}
    <ul class="mt-3 grid gap-2">
      {#each passkeys.value as passkey (passkey.id)}
        <li class="flex items-center gap-3">
          <span class="grow"
            >{passkey.name}, since {new Date(passkey.addedAt).toLocaleDateString('en-GB', {
              dateStyle: 'medium',
            })}</span
          >
          <button
            type="button"
            class="btn btn-line btn-sm"
            disabled={passkeys.busy}
            onclick={() => remove(passkey.id)}>Remove {passkey.name}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if notHere}
    <p class="mt-3">
      {notHere.why}
      {#if notHere.elsewhere}<a class="link" href={notHere.elsewhere}>Open it by name</a>, and sign in there.{/if}
    </p>
  {:else}
    <form
      class="mt-3 grid gap-4"
      onsubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <label class="grid gap-1">
        What this device is called
        <input
          class="input w-full"
          maxlength="60"
          placeholder="tablet at the bench"
          required
          bind:value={name}
        />
      </label>
      <label class="grid gap-1">
        Password, to show that it is you
        <input
          class="input w-full"
          type="password"
          autocomplete="current-password"
          required
          bind:value={password}
        />
      </label>
      <button type="submit" class="btn btn-line w-fit" disabled={passkeys.busy}>Add a passkey</button>
    </form>
  {/if}
</section>
