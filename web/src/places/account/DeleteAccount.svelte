<script lang="ts">
  import { api, ask, type Account, type Trouble } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';

  let { account }: { account: Account } = $props();

  let name = $state('');
  let password = $state('');
  let trouble = $state<Trouble>();

  async function remove(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.POST('/api/account/delete', { body: { name, password: account.isDemo ? null : password } }),
      );
      location.assign('/');
    } catch (error) {
      trouble = asTrouble(error);
    }
  }
</script>

<section class="sheet" aria-labelledby="delete">
  <h2 id="delete">{account.isDemo ? 'Delete this copy' : 'Delete the account'}</h2>
  <p class="mt-3">
    All runs, colours, sheets, stamps and pictures go with it, at once and for good. Save everything first if
    you may want it again.
  </p>
  <form class="mt-3 grid gap-4" onsubmit={remove}>
    <label class="grid gap-1">
      Type “{account.name}” to show that you mean it
      <input class="input w-full" autocomplete="off" required bind:value={name} />
    </label>
    {#if !account.isDemo}
      <label class="grid gap-1">
        Your password
        <input
          class="input w-full"
          type="password"
          autocomplete="current-password"
          required
          bind:value={password}
        />
      </label>
    {/if}
    {#if trouble}<TroubleNote {trouble} />{/if}
    <button type="submit" class="btn btn-line w-fit border-warm">Delete for good</button>
  </form>
</section>
