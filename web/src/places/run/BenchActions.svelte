<script lang="ts">
  import { hit } from '../../state/hit';

  // Large enough for a knuckle; nothing here can delete work. Each has a key as well.
  let {
    waiting,
    begun,
    done,
    back,
    wetNow,
    meanwhile,
    keep,
  }: {
    waiting: boolean;
    begun: boolean;
    done: () => void;
    back: () => void;
    wetNow: () => void;
    meanwhile: () => void;
    keep: (note: string) => void;
  } = $props();

  let noting = $state(false);
  let note = $state('');

  function press(event: KeyboardEvent) {
    const busy = 'input, textarea, select, dialog[open], a, button, summary';
    if (event.target instanceof Element && event.target.closest(busy)) return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const keys = { ' ': done, Backspace: back, w: wetNow, m: meanwhile, n: () => (noting = true) };
    const action = keys[event.key as keyof typeof keys];
    if (!action) return;
    event.preventDefault();
    action();
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (note.trim()) keep(note);
    [note, noting] = ['', false];
  }
</script>

<svelte:window onkeydown={press} />

<div class="grid grid-cols-3 gap-3 sm:grid-cols-[1fr_auto_auto_auto]">
  <button
    type="button"
    class={[
      'btn col-span-3 h-[4.5rem] [@media(max-height:790px)]:h-14 sm:col-span-1',
      waiting ? 'btn-line text-xl leading-tight' : 'btn-primary text-2xl',
    ]}
    onclick={hit(done)}
  >
    {waiting ? 'Done anyway' : 'Done'}
    <span class={['ml-2 text-base font-normal', waiting && 'hidden xl:inline']}>space</span>
  </button>
  <button
    type="button"
    class="btn btn-line h-[4.5rem] [@media(max-height:790px)]:h-14 px-5 text-lg"
    disabled={!begun}
    onclick={hit(back)}>Back</button
  >
  <button
    type="button"
    class="btn btn-line h-[4.5rem] [@media(max-height:790px)]:h-14 px-5 text-lg"
    disabled={!begun}
    onclick={hit(wetNow)}
  >
    Wet now
  </button>
  <button
    type="button"
    class="btn btn-line h-[4.5rem] [@media(max-height:790px)]:h-14 px-5 text-lg"
    onclick={hit(() => (noting = true))}>Note</button
  >
</div>
{#if noting}
  <form class="mt-3 flex flex-wrap gap-3" onsubmit={submit}>
    <!-- svelte-ignore a11y_autofocus -->
    <input
      class="input h-16 min-w-40 flex-1 text-lg"
      aria-label="Note"
      maxlength="500"
      autofocus
      bind:value={note}
    />
    <button type="submit" class="btn btn-primary h-16">Keep the note</button>
  </form>
{/if}
