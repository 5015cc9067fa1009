<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Finding } from '../../api/client';
  import { keyOf, type FindingsInHand } from '../../state/findingsInHand.svelte';

  // What was found, most worth mending first; the arrow keys walk through it.
  let {
    findings,
    mean,
    busy,
    mending,
  }: {
    findings: FindingsInHand;
    mean: () => void;
    busy: boolean;
    /** What puts the finding in hand right. */
    mending: Snippet<[Finding]>;
  } = $props();

  let list = $state<HTMLElement>();

  function walk(event: KeyboardEvent) {
    const by = { ArrowDown: 1, ArrowUp: -1, Home: -findings.list.length, End: findings.list.length }[
      event.key
    ];
    if (!by) return;
    event.preventDefault();
    findings.step(by);
    list?.querySelectorAll('button')[findings.place]?.focus();
  }
</script>

{#if findings.list.length === 0}
  <p>Nothing is off by more than the reading itself leaves open.</p>
{:else}
  {@const one = findings.finding}
  <section aria-label="Findings" class="grid gap-4">
    <h3>{findings.list.length === 1 ? 'One finding' : `${findings.list.length} findings`}</h3>
    <ol bind:this={list} class="max-h-44 overflow-y-auto">
      {#each findings.list as finding (keyOf(finding))}
        {@const here = finding === one}
        <li>
          <button
            type="button"
            class={[
              'w-full px-2 py-1 text-left',
              here && 'bg-base-200 font-bold',
              finding.isMeant && 'text-quiet',
            ]}
            aria-current={here ? 'true' : undefined}
            tabindex={here ? 0 : -1}
            onclick={() => findings.take(finding)}
            onkeydown={walk}>{finding.title}{finding.isMeant ? ', meant' : ''}</button
          >
        </li>
      {/each}
    </ol>
    {#if one}
      <div class="border-l-4 border-warm pl-4" aria-live="polite">
        <p class="font-bold">{one.title}</p>
        <p>{one.reason}</p>
        {#if one.was != null}<p class="text-quiet">On the picture before it was {one.was.toFixed(1)}.</p>{/if}
        {#if !one.isMeant}{@render mending(one)}{/if}
        <button type="button" class="btn btn-line btn-sm mt-2" disabled={busy} onclick={mean}
          >{one.isMeant ? 'Find it again' : 'That is meant'}</button
        >
      </div>
    {/if}
  </section>
{/if}
