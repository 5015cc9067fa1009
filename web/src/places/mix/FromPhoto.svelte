<script lang="ts">
  // A photo stays on this device: the page reads the colour where the maker touches it.
  let { take }: { take: (colour: string) => void } = $props();

  let canvas = $state<HTMLCanvasElement>();
  let shown = $state(false);
  let trouble = $state('');
  let at = $state({ x: 0, y: 0 });
  const widest = 420;
  const reach = 2;

  async function open(file: File | undefined) {
    if (!file || !canvas) return;
    trouble = '';
    try {
      const picture = await createImageBitmap(file);
      const scale = Math.min(1, widest / picture.width);
      canvas.width = Math.max(1, Math.round(picture.width * scale));
      canvas.height = Math.max(1, Math.round(picture.height * scale));
      canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
      at = { x: canvas.width >> 1, y: canvas.height >> 1 };
      shown = true;
    } catch {
      shown = false;
      trouble = 'This file cannot be shown as a picture. Choose a PNG, JPEG or WebP photo.';
    }
  }

  /** The mean of the few pixels round the place. */
  function read() {
    const context = canvas?.getContext('2d');
    if (!context) return;
    const side = 2 * reach + 1;
    const { data } = context.getImageData(at.x - reach, at.y - reach, side, side);
    const mean = (channel: number) =>
      data.filter((_, i) => i % 4 === channel).reduce((sum, value) => sum + value, 0) / (side * side);
    take(`#${[0, 1, 2].map((c) => Math.round(mean(c)).toString(16).padStart(2, '0')).join('')}`);
  }

  function point(event: PointerEvent) {
    const box = canvas?.getBoundingClientRect();
    if (!box || !canvas) return;
    const place = (value: number, from: number, size: number, pixels: number) =>
      Math.min(pixels - 1 - reach, Math.max(reach, Math.round(((value - from) / size) * pixels)));
    at = {
      x: place(event.clientX, box.left, box.width, canvas.width),
      y: place(event.clientY, box.top, box.height, canvas.height),
    };
    read();
  }

  function step(event: KeyboardEvent) {
    const by = {
      ArrowLeft: { x: -4, y: 0 },
      ArrowRight: { x: 4, y: 0 },
      ArrowUp: { x: 0, y: -4 },
      ArrowDown: { x: 0, y: 4 },
    }[event.key];
    if (!by || !canvas) return;
    event.preventDefault();
    at = {
      x: Math.min(canvas.width - 1 - reach, Math.max(reach, at.x + by.x)),
      y: Math.min(canvas.height - 1 - reach, Math.max(reach, at.y + by.y)),
    };
    read();
  }
</script>

<div class="grid gap-2">
  <label class="grid gap-1">
    Or take it from a photo
    <input
      class="file-input w-full"
      type="file"
      accept="image/*"
      onchange={(event) => open(event.currentTarget.files?.[0])}
    />
  </label>
  {#if trouble}<p role="alert" class="border-l-4 border-warm pl-3">{trouble}</p>{/if}
  <button
    type="button"
    class={['relative w-fit cursor-crosshair', !shown && 'hidden']}
    aria-label="The photo: touch the colour that you want, or move with the arrow keys"
    onpointerdown={point}
    onkeydown={step}
  >
    <canvas bind:this={canvas} class="block max-w-full"></canvas>
    {#if canvas}
      <span
        class="pointer-events-none absolute h-5 w-5 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white outline-2 outline-black"
        style:left="{(at.x / canvas.width) * 100}%"
        style:top="{(at.y / canvas.height) * 100}%"
      ></span>
    {/if}
  </button>
</div>
