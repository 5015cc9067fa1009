<script lang="ts">
  import type { Trouble } from '../api/client';

  let { trouble, again }: { trouble: Trouble; again?: () => void } = $props();
</script>

<div role="alert" class="flex flex-wrap items-center gap-4 border-l-4 border-warm bg-raised px-4 py-3">
  <p class="min-w-0 flex-1">{trouble.message}</p>
  {#if again}<button type="button" class="btn btn-line" onclick={again}>Try again</button>{/if}
</div>
