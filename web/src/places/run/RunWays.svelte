<script lang="ts">
  import { api, ask, type Schools } from '../../api/client';
  import SchoolChoices from '../../parts/SchoolChoices.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // Where this run goes another way than its maker usually does.
  let { run, changed }: { run: string; changed: () => void } = $props();

  const path = $derived({ path: { id: run } });
  const ways = new Resource(async () => {
    const [own, habits] = await Promise.all([
      ask(api.GET('/api/runs/{id}/schools', { params: path })),
      ask(api.GET('/api/habits')),
    ]);
    return { own: own.schools as Schools | null, usual: habits.schools as Schools };
  });
  let open = $state(false);
  $effect(() => {
    if (open && run) void ways.refresh();
  });

  const set = (schools: Schools | null) =>
    ways.attempt(async () => {
      await ask(api.PUT('/api/runs/{id}/schools', { params: path, body: { schools } }));
      await ways.refresh();
      changed();
    });
</script>

<details class="sheet" bind:open>
  <summary class="cursor-pointer font-bold">Ways of working for this run</summary>
  {#if ways.trouble}<TroubleNote trouble={ways.trouble} />{/if}
  {#if ways.value}
    {@const { own, usual } = ways.value}
    <p class="mt-2">
      {own ? 'This run goes a way of its own.' : 'This run goes your usual way.'}
      {#if own}<button type="button" class="underline" onclick={() => set(null)}>Go the usual way</button
        >{/if}
    </p>
    <SchoolChoices schools={own ?? usual} change={(schools) => set(schools)} />
  {/if}
</details>
