<script lang="ts">
  import { api, ask, type Question } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // What no picture shows of a card is asked.
  let { run, check, card, answered }: { run: string; check: string; card: number; answered: () => void } =
    $props();

  const at = '/api/runs/{id}/checks/{check}/cards/{card}/questions' as const;
  const path = $derived({ id: run, check, card });
  const questions = new Resource<Question[]>(() => ask(api.GET(at, { params: { path } })));
  $effect(() => {
    if (path) void questions.refresh();
  });

  async function answer(kind: Question['kind'], isSo: boolean) {
    if (!(await questions.attempt(() => ask(api.PUT(at, { params: { path }, body: { kind, isSo } })))))
      return;
    await questions.renew();
    answered();
  }
</script>

{#if questions.trouble}<TroubleNote trouble={questions.trouble} />{/if}
{#if questions.value?.length}
  <section aria-label="What no picture shows" class="grid gap-2">
    <h3>What no picture shows</h3>
    {#each questions.value as one (one.kind)}
      <fieldset class="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <legend class="contents">{one.text}</legend>
        <div class="flex gap-2">
          {#each [true, false] as isSo (isSo)}
            <button
              type="button"
              class={['btn btn-line btn-sm', one.isSo === isSo && 'bg-base-200 font-bold']}
              aria-pressed={one.isSo === isSo}
              disabled={questions.busy}
              onclick={() => answer(one.kind, isSo)}>{isSo ? 'Yes' : 'No'}</button
            >
          {/each}
        </div>
      </fieldset>
    {/each}
  </section>
{/if}
