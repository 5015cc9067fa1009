<script lang="ts">
  import type { StashItem } from '../api/client';

  let { item, archive }: { item: StashItem; archive: (item: StashItem, archived: boolean) => Promise<void> } =
    $props();
  const words = $derived(item.archived ? 'Bring back' : 'Put away');
</script>

<button
  type="button"
  class="btn btn-ghost btn-sm"
  aria-label="{words} {item.name}"
  onclick={() => archive(item, !item.archived)}
>
  {words}
</button>
