<script lang="ts">
  import { api, ask, type Trouble } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';
  import { session } from '../../state/session.svelte';

  let now = $state('');
  let next = $state('');
  let trouble = $state<Trouble>();
  let done = $state(false);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(api.PUT('/api/account/password', { body: { now, next } }));
      [now, next, trouble, done] = ['', '', undefined, true];
      // The sign-in is a new one, and so is the page's token.
      await session.refresh();
    } catch (error) {
      [trouble, done] = [asTrouble(error), false];
    }
  }
</script>

<section class="sheet" aria-labelledby="password">
  <h2 id="password">Password</h2>
  <form class="mt-3 grid gap-4" onsubmit={change}>
    <label class="grid gap-1">
      The password of now
      <input class="input w-full" type="password" autocomplete="current-password" required bind:value={now} />
    </label>
    <label class="grid gap-1">
      The next one, 10 characters or more
      <input
        class="input w-full"
        type="password"
        autocomplete="new-password"
        minlength="10"
        required
        bind:value={next}
      />
    </label>
    {#if trouble}<TroubleNote {trouble} />{/if}
    {#if done}<p role="status">Changed. Your other devices have to sign in again.</p>{/if}
    <button type="submit" class="btn btn-line w-fit">Change the password</button>
  </form>
</section>
