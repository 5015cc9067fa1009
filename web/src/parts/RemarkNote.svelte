<script lang="ts">
  import type { Remark } from '../api/client';

  // What to know before a step. What can only spoil the work can be silenced with a reason, where that is offered.
  let { remark, silence }: { remark: Remark; silence?: (rule: string, reason: string | null) => void } =
    $props();

  const words = { hint: 'Good to know', warn: 'Mind', stop: 'This does not work', caution: 'Caution' };
  let asking = $state(false);
  let reason = $state('');
</script>

<div
  class={[
    'border-l-4 py-1 pl-3',
    remark.severity === 'hint' || remark.silenced ? 'border-hair' : 'border-warm',
    remark.silenced && 'text-quiet',
  ]}
>
  <p>
    {#if remark.silenced}
      {remark.text} <strong>Silenced:</strong> {remark.silenced}
    {:else}
      <strong>{words[remark.severity]}:</strong>
      {remark.text}
    {/if}
    {#if silence && remark.rule}
      {@const rule = remark.rule}
      <button
        type="button"
        class="text-sm underline"
        onclick={() => (remark.silenced ? silence(rule, null) : (asking = !asking))}
        >{remark.silenced ? 'Say it again' : 'Silence'}</button
      >
    {/if}
  </p>
  {#if asking && silence && remark.rule && !remark.silenced}
    {@const rule = remark.rule}
    <form
      class="mt-1 flex items-end gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        asking = false;
        silence(rule, reason);
      }}
    >
      <label class="grid flex-1 gap-1 text-sm">
        Why it does not matter here
        <input class="input input-sm w-full" maxlength="200" bind:value={reason} />
      </label>
      <button type="submit" class="btn btn-line btn-sm" disabled={!reason.trim()}>Silence it</button>
    </form>
  {/if}
</div>
