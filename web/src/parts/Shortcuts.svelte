<script lang="ts">
  let dialog: HTMLDialogElement;

  const keys = [
    ['?', 'This sheet'],
    ['g then l, s, b', 'Go to Line, Stash, Book'],
    ['1 to 9', 'Colours: take up what was used last'],
    ['Space', 'Bench: done'],
    ['Backspace', 'Bench: back'],
    ['w', 'Bench: wet timer now'],
    ['n', 'Bench: note'],
    ['m', 'Bench: take the other step meanwhile'],
  ];
  let going = false;

  function press(event: KeyboardEvent) {
    if (event.target instanceof Element && event.target.closest('input, textarea, select, dialog[open]'))
      return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === '?') dialog.showModal();
    const place = { l: '/', s: '/stash', b: '/book' }[event.key];
    if (going && place) document.querySelector<HTMLAnchorElement>(`nav a[href="${place}"]`)?.click();
    going = event.key === 'g';
  }
</script>

<svelte:window onkeydown={press} />

<!-- With nothing focused before, a browser leaves the focus in the closed sheet, where it would catch the bench's keys. -->
<dialog
  bind:this={dialog}
  class="modal"
  aria-labelledby="keys-title"
  onclose={() => document.activeElement instanceof HTMLElement && document.activeElement.blur()}
>
  <div class="modal-box card-paper bg-raised">
    <h2 id="keys-title">Keys</h2>
    <dl class="mt-3 grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
      {#each keys as [key, does] (key)}
        <dt><kbd class="kbd">{key}</kbd></dt>
        <dd>{does}</dd>
      {/each}
    </dl>
    <form method="dialog" class="mt-5"><button class="btn btn-primary">Close</button></form>
  </div>
</dialog>
