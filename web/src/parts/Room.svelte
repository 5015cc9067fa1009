<script lang="ts">
  import { api, ask, type Account, type Trouble } from '../api/client';
  import { asTrouble } from '../state/resource.svelte';
  import { p } from '../routes';
  import { session } from '../state/session.svelte';
  import TroubleNote from './TroubleNote.svelte';

  let { account }: { account: Account } = $props();

  const still = 0;
  const moving = [
    { speed: still, words: 'still air' },
    { speed: 0.3, words: 'a draught' },
    { speed: 1, words: 'a fan' },
  ];
  let dialog: HTMLDialogElement;
  let temperature = $state(20);
  let humidity = $state(50);
  let speed = $state(still);
  let trouble = $state<Trouble>();

  const words = $derived(
    account.room
      ? `${Math.round(account.room.temperature)} °C, ${Math.round(100 * account.room.relativeHumidity)} %, ${
          moving.findLast((m) => (account.room?.speed ?? 0) >= m.speed)?.words ?? 'still air'
        }`
      : '',
  );

  function open() {
    if (account.room) {
      temperature = Math.round(account.room.temperature);
      humidity = Math.round(100 * account.room.relativeHumidity);
      speed = moving.findLast((m) => (account.room?.speed ?? 0) >= m.speed)?.speed ?? still;
    }
    trouble = undefined;
    dialog.showModal();
  }

  async function save(event: SubmitEvent) {
    event.preventDefault();
    try {
      await ask(
        api.PUT('/api/account/room', { body: { temperature, relativeHumidity: humidity / 100, speed } }),
      );
      await session.refresh();
      dialog.close();
    } catch (error) {
      trouble = asTrouble(error);
    }
  }

  async function sense() {
    try {
      const air = await ask(api.GET('/api/habits/room-sensor'));
      [temperature, humidity] = [Math.round(air.temperature), Math.round(100 * air.relativeHumidity)];
    } catch (error) {
      trouble = asTrouble(error);
    }
  }

  async function signOut() {
    await ask(api.POST('/api/account/sign-out'));
    location.assign('/');
  }
</script>

<button
  type="button"
  class="rounded px-2 py-2 hover:bg-white/50"
  onclick={open}
  aria-label="The room: {words}. Change"
>
  {words}
</button>

<dialog bind:this={dialog} class="modal" aria-labelledby="room-title">
  <div class="modal-box card-paper bg-raised">
    <h2 id="room-title">The room</h2>
    <p class="mt-2">
      How fast paint dries follows from the air over the bench. The plans of open runs follow it, and so does
      what is wet on the line.
    </p>
    <form class="mt-4 grid gap-4" onsubmit={save}>
      <button type="button" class="btn btn-line w-fit" onclick={sense}>Read the room sensor</button>
      <label class="grid gap-1">
        Temperature, °C
        <input
          class="input w-full"
          type="number"
          min="5"
          max="45"
          step="1"
          required
          bind:value={temperature}
        />
      </label>
      <label class="grid gap-1">
        Humidity, %
        <input class="input w-full" type="number" min="5" max="95" step="1" required bind:value={humidity} />
      </label>
      <fieldset>
        <legend class="mb-1">The air</legend>
        {#each moving as m (m.speed)}
          <label class="mr-5 inline-flex min-h-10 items-center gap-2">
            <input class="radio radio-sm" type="radio" name="speed" value={m.speed} bind:group={speed} />
            {m.words}
          </label>
        {/each}
      </fieldset>
      <p>
        <a class="underline" href={p('/habits')} onclick={() => dialog.close()}
          >How you work: ways, sittings, what was learned</a
        >
        <br />
        <a class="underline" href={p('/account')} onclick={() => dialog.close()}
          >Your account: password, devices, all that is yours</a
        >
      </p>
      {#if trouble}<TroubleNote {trouble} />{/if}
      <div class="flex flex-wrap gap-3">
        <button class="btn btn-primary" type="submit">Set the room</button>
        <button class="btn btn-line" type="button" onclick={() => dialog.close()}>Leave as it was</button>
        <button class="btn btn-ghost ml-auto" type="button" onclick={signOut}>Sign out {account.name}</button>
      </div>
    </form>
  </div>
</dialog>
