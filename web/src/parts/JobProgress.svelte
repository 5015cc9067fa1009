<script lang="ts">
  import type { FollowedJob } from './job.svelte';
  import TroubleNote from './TroubleNote.svelte';

  let { work }: { work: FollowedJob } = $props();
</script>

{#if work.busy && work.job}
  <div class="flex items-center gap-4" role="status">
    <progress
      class="progress progress-primary w-48"
      value={work.job.progress}
      max="1"
      aria-label={work.job.message}
    ></progress>
    <span>{work.job.message}</span>
    <button type="button" class="btn btn-line btn-sm" onclick={work.stop}>Stop</button>
  </div>
{/if}
{#if work.trouble}<TroubleNote trouble={work.trouble} />{/if}
