<script lang="ts">
  import { api, ask, type PastedLine } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { added }: { added: () => Promise<void> } = $props();

  const example = ['PB28', 'Yellow ochre', 'My sky blue, PB15:3', 'Coral, wax pencil, #e5704f'].join('\n');
  let text = $state('');
  let done = $state('');
  const read = new Resource<PastedLine[]>(() =>
    ask(api.POST('/api/stash/colourants/list/read', { body: { text } })),
  );
  const fresh = $derived((read.value ?? []).filter((line) => line.kind === 'new').length);
  const count = (n: number) => (n === 1 ? 'one colour' : `${n} colours`);

  async function change() {
    done = '';
    if (text.trim()) await read.refresh();
    else read.set([]);
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const adding = fresh;
    const worked = await read.attempt(() => ask(api.POST('/api/stash/colourants/list', { body: { text } })));
    if (!worked) return;
    text = '';
    read.set([]);
    done = `${count(adding)} added.`;
    await added();
  }
</script>

<details>
  <summary class="cursor-pointer underline">Add many from a list</summary>
  <form class="sheet mt-3 grid gap-3" onsubmit={add}>
    <label class="grid gap-1">
      One on a line: a pigment, a name, or your name and the pigment; pens, pencils and pads with their kind
      and a colour
      <textarea
        class="textarea min-h-32 w-full bg-white font-mono"
        placeholder={example}
        bind:value={text}
        oninput={change}></textarea>
    </label>
    {#if read.trouble}<TroubleNote trouble={read.trouble} />{/if}
    <ul class="grid gap-1" aria-label="What the list comes to">
      {#each read.value ?? [] as line (line.line)}
        <li class="grid grid-cols-[2rem_6rem_minmax(0,1fr)] items-center gap-3">
          <span class="text-right text-quiet">{line.line}</span>
          {#if line.colourant}
            <Swatch
              colours={[line.colourant.fullStrength, line.colourant.wash]}
              paper="#fbfaf7"
              label="Full strength and a wash"
            />
          {:else}
            <span class="text-sm text-quiet">{line.kind === 'owned' ? 'owned' : 'not found'}</span>
          {/if}
          <span class="min-w-0 break-words">{line.sentence}</span>
        </li>
      {/each}
    </ul>
    <div class="flex items-center gap-4">
      <button type="submit" class="btn btn-primary" disabled={fresh === 0 || read.busy}>
        {fresh === 0 ? 'Add them' : `Add ${count(fresh)}`}
      </button>
      {#if done}<span role="status">{done}</span>{/if}
    </div>
  </form>
</details>
