<script lang="ts">
  import { api, ask, type Image, type Printed } from '../../api/client';
  import Swatch from '../../parts/Swatch.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { Resource } from '../../state/resource.svelte';

  // What is printed in colour, and how strong; a colour picks its areas.
  let { piece, image, chosen = $bindable() }: { piece: string; image: Image; chosen: number[] } = $props();

  const prints = new Resource<Printed[]>(() =>
    ask(api.GET('/api/pieces/{id}/image/prints', { params: { path: { id: piece } } })),
  );
  $effect(() => {
    void image;
    void prints.refresh();
  });
  const names = $derived(new Map(image.areas.map((area) => [area.id, area.name])));
</script>

<section aria-label="Printed already">
  <h3 class="font-bold">Printed already</h3>
  {#if prints.trouble}<TroubleNote trouble={prints.trouble} again={prints.refresh} />{/if}
  <ul class="mt-1 grid gap-2">
    {#each prints.value ?? [] as print (print.areas[0])}
      <li class="flex items-start gap-3">
        <span class="w-14 shrink-0"
          ><Swatch
            colours={[print.colour]}
            paper="#ffffff"
            label="As it looks on white paper"
            estimated={false}
          /></span
        >
        <span>
          <button type="button" class="underline" onclick={() => (chosen = [...print.areas])}>
            {print.areas.map((area) => names.get(area) || `area ${area}`).join(', ')}
          </button>
          <span class="block text-sm">{print.inWords}</span>
        </span>
      </li>
    {:else}
      {#if prints.value}<li class="text-sm">No colour stands out from the paper on any area.</li>{/if}
    {/each}
  </ul>
</section>
