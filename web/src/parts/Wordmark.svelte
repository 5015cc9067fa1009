<script lang="ts">
  let { size = 'small' }: { size?: 'small' | 'large' } = $props();
</script>

<span class="inline-flex items-center gap-2">
  <svg viewBox="0 0 32 24" class={size === 'large' ? 'w-14' : 'w-8'} aria-hidden="true">
    <path
      d="M8 21.5a6 6 0 0 1-1-11.9 8 8 0 0 1 15.2-2.4A7.2 7.2 0 0 1 24 21.5Z"
      fill="#a9b4c4"
      stroke="var(--color-ink)"
      stroke-width="2"
      stroke-linejoin="round"
    />
  </svg>
  <span class={['font-head', size === 'large' ? 'text-6xl' : 'text-3xl']}>Nube</span>
</span>
