<script lang="ts">
  import type { Remark } from '../api/client';

  let { remark }: { remark: Remark } = $props();

  const words = { hint: 'Good to know', warn: 'Mind', caution: 'Caution' };
</script>

<p class={['border-l-4 py-1 pl-3', remark.severity === 'hint' ? 'border-hair' : 'border-warm']}>
  <strong>{words[remark.severity]}:</strong>
  {remark.text}
</p>
