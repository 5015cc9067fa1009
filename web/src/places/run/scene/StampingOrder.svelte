<script lang="ts">
  import type { Scene } from '../../../api/client';

  // The order in which a scene is stamped; what a step is about is hatched on the picture while it is looked at.
  let { scene, piece, show }: { scene: Scene; piece: string; show: (prints: string[]) => void } = $props();
  const papers = ['A4', 'Letter', 'A3'];
</script>

{#if scene.steps.length > 0}
  <section class="sheet grid gap-3" aria-label="How to stamp the scene">
    <h3>How to stamp it</h3>
    {#each scene.remarks as remark (remark)}<p class="border-l-4 border-ink pl-3">{remark}</p>{/each}
    <ol class="grid list-decimal gap-2 pl-6">
      {#each scene.steps as step, index (index)}
        <li onpointerenter={() => show(step.prints)} onpointerleave={() => show([])}>
          {step.text}
          {#if step.kind === 'cutMasks'}
            <p class="mt-1 flex flex-wrap gap-x-4">
              Mask sheet:
              {#each papers as paper (paper)}
                <a class="underline" href="/api/pieces/{piece}/scene/masks/{paper}.pdf" download
                  >PDF, {paper}</a
                >
              {/each}
              <a class="underline" href="/api/pieces/{piece}/scene/masks/A4/1.svg" download
                >SVG, for a cutter</a
              >
            </p>
          {/if}
          {#if step.caution}<p class="mt-1 border-l-4 border-warm pl-3 text-sm">{step.caution}</p>{/if}
        </li>
      {/each}
    </ol>
    {#if scene.guide.length > 0}
      <h3>Around what is traced</h3>
      <ol class="grid list-decimal gap-2 pl-6">
        {#each scene.guide as step (step.text)}<li>{step.text}</li>{/each}
      </ol>
    {/if}
  </section>
{/if}
