<script lang="ts">
  import { api, ask, type Image } from '../../api/client';

  // Names and notes of what is picked: a group is named once, and numbered where it is.
  let {
    image,
    chosen,
    piece,
    change,
  }: {
    image: Image;
    chosen: number[];
    piece: string;
    change: (call: () => Promise<unknown>) => Promise<void>;
  } = $props();

  const path = $derived({ path: { id: piece } });
  let name = $state('');
  let partOf = $state('');
  const notes = $derived(new Set(image.areas.filter((a) => chosen.includes(a.id)).map((a) => a.note)));
  const noted = $derived(notes.size === 1 ? ([...notes][0] ?? '') : '');

  function nameThem(event: SubmitEvent) {
    event.preventDefault();
    void change(() =>
      ask(api.PUT('/api/pieces/{id}/image/names', { params: path, body: { areas: chosen, name, partOf } })),
    );
  }
  const note = (words: string) =>
    change(() =>
      ask(api.PUT('/api/pieces/{id}/image/notes', { params: path, body: { areas: chosen, note: words } })),
    );
</script>

{#if chosen.length > 1}
  <form class="flex flex-wrap items-end gap-2" onsubmit={nameThem}>
    <label class="grid min-w-28 flex-1 gap-1 text-sm">
      Each of them is a
      <input class="input input-sm w-full" maxlength="40" placeholder="petal" bind:value={name} />
    </label>
    <label class="grid min-w-28 flex-1 gap-1 text-sm">
      of a (if of several)
      <input class="input input-sm w-full" maxlength="40" placeholder="flower" bind:value={partOf} />
    </label>
    <button type="submit" class="btn btn-line btn-sm" disabled={!name.trim()}>Name them</button>
  </form>
{/if}
<label class="grid gap-1 text-sm">
  Note, told at the bench
  <input
    class="input input-sm w-full"
    maxlength="300"
    placeholder="Mask the stalk first"
    value={noted}
    onchange={(event) => note(event.currentTarget.value)}
  />
</label>
