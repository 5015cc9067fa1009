<script lang="ts">
  import type { Wetness } from '../api/client';

  // Five marks of our own; always with the word beside or beneath.
  let { state, size = 16 }: { state: Wetness; size?: number } = $props();
</script>

<svg
  viewBox="0 0 20 22"
  width={size}
  height={size * 1.1}
  class="inline-block shrink-0 align-[-0.15em]"
  aria-hidden="true"
>
  <circle cx="10" cy="10" r="7.5" fill="none" stroke="currentColor" stroke-width="1.8" />
  {#if state === 'wet'}
    <circle cx="10" cy="10" r="7.5" fill="currentColor" />
    <circle cx="12" cy="20" r="1.8" fill="currentColor" />
  {:else if state === 'shining'}
    <circle cx="10" cy="10" r="7.5" fill="currentColor" />
    <path
      d="M6 9.5A5 5 0 0 1 10 5.2"
      fill="none"
      stroke="var(--color-ground)"
      stroke-width="2"
      stroke-linecap="round"
    />
  {:else if state === 'damp'}
    <path d="M2.5 10a7.5 7.5 0 0 0 15 0Z" fill="currentColor" />
  {:else if state === 'boneDry'}
    <path d="M7.2 7.2l5.6 5.6M12.8 7.2l-5.6 5.6" stroke="currentColor" stroke-width="1.6" />
  {/if}
</svg>
