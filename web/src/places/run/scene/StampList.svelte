<script lang="ts">
  import type { Stamp } from '../../../api/client';

  // The maker's stamps: those of this scene, and others that can be placed or forgotten.
  let {
    stamps,
    place,
    forget,
  }: { stamps: Stamp[]; place: (stamp: string) => void; forget: (stamp: string) => void } = $props();
</script>

{#each stamps as stamp (stamp.id)}
  <span class="flex items-center gap-3">
    <button type="button" class="min-h-9 underline" onclick={() => place(stamp.id)}
      >Place {stamp.name}{stamp.here ? ' once more' : ''}</button
    >
    {#if !stamp.here}
      <button type="button" class="min-h-9 text-sm text-quiet underline" onclick={() => forget(stamp.id)}
        >Forget {stamp.name}</button
      >
    {/if}
  </span>
{/each}
