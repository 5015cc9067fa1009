<script lang="ts">
  import { sound, speech } from '../../state/attention.svelte';
</script>

<div class="mt-3 flex flex-wrap items-center gap-x-6">
  <label class="flex min-h-10 items-center gap-2">
    <input type="checkbox" class="toggle toggle-sm" bind:checked={sound.on} /> Sound
  </label>
  {#if speech.possible}
    <label class="flex min-h-10 items-center gap-2">
      <input type="checkbox" class="toggle toggle-sm" bind:checked={speech.on} /> Read aloud
    </label>
  {/if}
</div>
