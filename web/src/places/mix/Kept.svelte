<script lang="ts">
  import { api, ask, sendForm, type KeptColour } from '../../api/client';
  import PipFormula from '../../parts/PipFormula.svelte';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { likenessWords } from '../../parts/words';
  import { Resource } from '../../state/resource.svelte';

  let { paper, colour, choose }: { paper: string; colour: string; choose: (colour: string) => void } =
    $props();

  const formats = [
    { file: 'colours.csv', words: 'CSV' },
    { file: 'colours.json', words: 'JSON' },
    { file: 'colours.tokens.json', words: 'design tokens' },
    { file: 'colours.png', words: 'picture' },
    { file: 'colours.pdf', words: 'PDF' },
  ];
  const kept = new Resource<KeptColour[]>(() =>
    ask(api.GET('/api/mix/kept', { params: { query: { paper } } })),
  );
  $effect(() => {
    void paper;
    void kept.refresh();
  });
  let name = $state('');
  let letGo = $state<{ name: string; colour: string }[]>();

  const plain = () => (kept.value ?? []).map(({ name, colour }) => ({ name, colour }));
  async function keep(colours: { name: string; colour: string }[]) {
    const worked = await kept.attempt(() => ask(api.PUT('/api/mix/kept', { body: { colours } })));
    if (worked) await kept.refresh();
    return worked;
  }
  async function keepThis(event: SubmitEvent) {
    event.preventDefault();
    if (await keep([...plain(), { name: name.trim() || colour, colour }])) [name, letGo] = ['', undefined];
  }
  async function drop(index: number) {
    const before = plain();
    if (await keep(before.filter((_, place) => place !== index))) letGo = before;
  }
  async function bringIn(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    event.currentTarget.value = '';
    if (await kept.attempt(() => sendForm('/api/mix/kept/file', form))) await kept.refresh();
  }
</script>

<section aria-label="Kept colours">
  <h2>Kept colours</h2>
  <form class="mt-3 flex flex-wrap items-end gap-3" onsubmit={keepThis}>
    <label class="grid gap-1">
      Keep the colour wanted as <input
        class="input w-52"
        maxlength="80"
        placeholder="Ripe plum"
        bind:value={name}
      />
    </label>
    <span class="card-paper h-11 w-11" style:background={colour} aria-hidden="true"></span>
    <button type="submit" class="btn btn-line">Keep it</button>
  </form>
  {#if kept.trouble}<div class="mt-3"><TroubleNote trouble={kept.trouble} again={kept.refresh} /></div>{/if}
  {#if letGo}
    {@const before = letGo}
    <p role="status" class="mt-3 bg-raised px-4 py-2">
      Let go.
      <button
        type="button"
        class="underline"
        onclick={() => void keep(before).then(() => (letGo = undefined))}>Bring it back</button
      >
    </p>
  {/if}
  <ul class="mt-3 grid gap-2" aria-busy={kept.busy}>
    {#each kept.value ?? [] as one, index (`${one.name} ${one.colour}`)}
      <li class="sheet flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
        <div class="w-24">
          <Swatch
            colours={one.recipe ? [one.colour, one.recipe.predicted] : [one.colour]}
            paper="#fbfaf7"
            label="{one.name} and the nearest mix"
          />
        </div>
        <button type="button" class="w-28 text-left underline" onclick={() => choose(one.colour)}
          >{one.name}</button
        >
        {#if one.recipe}
          <span class="w-24 text-sm">{likenessWords[one.recipe.likeness]}</span>
          <div class="min-w-0 flex-1">
            <PipFormula parts={one.recipe.parts} water={one.recipe.water} layers={one.recipe.layers} />
          </div>
        {/if}
        <button
          type="button"
          class="btn btn-ghost btn-sm"
          aria-label="Let go of {one.name}"
          onclick={() => drop(index)}
        >
          Let go
        </button>
      </li>
    {:else}
      <li class="text-quiet">None yet. Keep a colour to come back to, or bring in a palette.</li>
    {/each}
  </ul>
  <div class="mt-3 flex flex-wrap items-end gap-x-6 gap-y-3">
    <label class="grid gap-1">
      Bring in a palette: CSV, JSON or design tokens
      <input class="file-input w-72" type="file" accept=".csv,.json,.txt,.tsv" onchange={bringIn} />
    </label>
    {#if (kept.value ?? []).length > 0}
      <p>
        Save as
        {#each formats as format, index (format.file)}
          <a class="underline" href="/api/mix/kept/{format.file}" download>{format.words}</a>{index <
          formats.length - 1
            ? ', '
            : ''}
        {/each}
      </p>
    {/if}
  </div>
</section>
