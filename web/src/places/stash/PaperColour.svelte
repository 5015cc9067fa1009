<script lang="ts">
  import { sendForm, type Trouble } from '../../api/client';
  import CornerHandles from '../../parts/CornerHandles.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble } from '../../state/resource.svelte';

  // A paper's colour by a photo with something white beside it, or by a meter.
  let { found }: { found: (colour: string) => void } = $props();

  let photo = $state.raw<{ file: File; url: string; width: number; height: number }>();
  let places = $state([
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ]);
  let trouble = $state<Trouble>();
  let told = $state('');

  async function choose(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (photo) URL.revokeObjectURL(photo.url);
    [photo, trouble, told] = [undefined, undefined, ''];
    if (!file) return;
    const url = URL.createObjectURL(file);
    const image = new Image();
    image.src = url;
    // What the browser cannot show, the server says in words.
    await image.decode().catch(() => undefined);
    const [width, height] = [image.naturalWidth || 1, image.naturalHeight || 1];
    places = [
      { x: width * 0.3, y: height / 2 },
      { x: width * 0.7, y: height / 2 },
    ];
    photo = { file, url, width, height };
  }

  async function ask(path: string, file: File, how: string) {
    const form = new FormData();
    form.append('file', file);
    try {
      const colour = await sendForm<string>(path, form);
      found(colour);
      [told, trouble] = [`${how} ${colour}. It is taken over above.`, undefined];
    } catch (error) {
      [told, trouble] = ['', asTrouble(error)];
    }
  }

  function look() {
    if (!photo) return;
    const [paper, white] = places.map((place) => ({
      x: place.x / (photo?.width ?? 1),
      y: place.y / (photo?.height ?? 1),
    }));
    if (!paper || !white) return;
    const where = new URLSearchParams({
      paperX: `${paper.x}`,
      paperY: `${paper.y}`,
      whiteX: `${white.x}`,
      whiteY: `${white.y}`,
    });
    void ask(`/api/stash/papers/colour-in-photo?${where.toString()}`, photo.file, 'In the photo it is');
  }

  async function measured(input: HTMLInputElement) {
    const file = input.files?.[0];
    if (file) await ask('/api/stash/papers/colour-measured', file, 'The meter read');
    input.value = '';
  }
</script>

<details>
  <summary class="cursor-pointer underline">By a photo or a meter</summary>
  <div class="mt-2 grid gap-3">
    <label class="grid gap-1">
      A photo of it with a sheet of plain white paper beside it, in the same light
      <input
        class="file-input w-full"
        type="file"
        accept="image/*"
        onchange={(event) => choose(event.currentTarget)}
      />
    </label>
    {#if photo}
      <div class="relative w-fit">
        <img class="block max-h-72 max-w-full" src={photo.url} alt="The paper and the white sheet" />
        <CornerHandles
          bind:corners={places}
          width={photo.width}
          height={photo.height}
          of="the photo"
          called={['the paper', 'the white sheet']}
        />
      </div>
      <button type="button" class="btn btn-line w-fit" onclick={look}>Take its colour from there</button>
    {/if}
    <label class="grid gap-1">
      What a meter read on it: a CGATS.17 or ISO 28178 text with spectra
      <input
        class="file-input w-full"
        type="file"
        accept=".txt,.ti3,.cgats,text/plain"
        onchange={(event) => measured(event.currentTarget)}
      />
    </label>
    {#if told}<p role="status">{told}</p>{/if}
    {#if trouble}<TroubleNote {trouble} />{/if}
  </div>
</details>
