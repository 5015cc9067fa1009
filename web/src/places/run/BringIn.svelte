<script lang="ts">
  import { api, ask, sendForm, type PictureShows } from '../../api/client';
  import CornerHandles from '../../parts/CornerHandles.svelte';
  import { FollowedJob } from '../../parts/job.svelte';
  import JobProgress from '../../parts/JobProgress.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { pictureShows } from '../../parts/words';
  import { Resource } from '../../state/resource.svelte';
  import SizeOfPicture from './SizeOfPicture.svelte';

  let {
    piece,
    done,
    replaces = false,
    as = 'image',
  }: { piece: string; done: () => void; replaces?: boolean; as?: 'image' | 'stamp' } = $props();
  const to = $derived(as === 'stamp' ? 'scene/stamps' : 'image');

  const uid = $props.id();
  type Point = { x: number; y: number };
  type How = 'width' | 'dots' | 'points' | 'photo';

  const work = new FollowedJob(() => done());
  const prepare = new Resource(async () => undefined);
  let file = $state<File>();
  let how = $state<How>('width');
  let size = $state({ width: '', height: '', dots: 300 });
  let shown = $state<{ url: string; width: number; height: number }>();
  let points = $state<Point[]>([]);
  let shows = $state<PictureShows>('lines');
  let over = $state(false);
  const isSvg = $derived(/\.svg$/i.test(file?.name ?? ''));

  function take(next: File | undefined) {
    if (!next) return;
    if (shown) URL.revokeObjectURL(shown.url);
    shown = undefined;
    file = next;
    points = [];
    if (/\.(svg|tiff?)$/i.test(next.name)) {
      // A drawing says its size, and browsers do not show TIFF: nothing to point at.
      if (how === 'points' || how === 'photo') how = 'width';
      return;
    }
    const url = URL.createObjectURL(next);
    const picture = new Image();
    picture.onload = () => {
      shown = { url, width: picture.naturalWidth, height: picture.naturalHeight };
      void choose(how);
    };
    picture.onerror = () => URL.revokeObjectURL(url);
    picture.src = url;
  }

  /** Where the points begin: two of them apart, or the corners that the server finds. */
  async function choose(next: How) {
    how = next;
    if (!shown || !file) return;
    const { width, height } = shown;
    const at = (x: number, y: number) => ({ x: x * width, y: y * height });
    if (next === 'points') points = [at(0.25, 0.5), at(0.75, 0.5)];
    if (next === 'photo') {
      points = [at(0.1, 0.1), at(0.9, 0.1), at(0.9, 0.9), at(0.1, 0.9)];
      const form = new FormData();
      form.set('file', file);
      await prepare.attempt(async () => {
        const found = await sendForm<{ found: boolean; corners: Point[] }>(
          `/api/pieces/${piece}/image/panel`,
          form,
        );
        points = found.corners.map((corner) => at(corner.x, corner.y));
      });
    }
  }

  async function standIn(device: 'scanner' | 'phone') {
    await prepare.attempt(async () => {
      const photo = await ask<Blob>(
        api.GET('/api/pieces/{id}/image/stand-in/{device}', {
          params: { path: { id: piece, device } },
          parseAs: 'blob',
        }) as never,
      );
      how = device === 'scanner' ? 'dots' : 'photo';
      size = { width: '104 mm', height: '112 mm', dots: 300 };
      take(new File([photo], `stand-in ${device}.jpg`, { type: 'image/jpeg' }));
    });
  }

  async function find(event: SubmitEvent) {
    event.preventDefault();
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    if (how === 'dots') {
      if (!isSvg) form.set('dotsPerInch', String(size.dots));
    } else if (size.width.trim()) form.set('width', size.width);
    if (how === 'photo') form.set('height', size.height);
    if (shown && (how === 'photo' || how === 'points')) {
      const { width, height } = shown;
      form.set('points', JSON.stringify(points.map(({ x, y }) => ({ x: x / width, y: y / height }))));
    }
    if (as === 'image') form.set('shows', shows);
    await work.start(() => sendForm<{ job: string }>(`/api/pieces/${piece}/${to}`, form));
  }
</script>

<svelte:window onpaste={(event) => take(event.clipboardData?.files[0])} />

<form
  class={[
    'grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,36rem)_minmax(0,1fr)]',
    over && 'outline-2 outline-offset-8 outline-dashed',
  ]}
  onsubmit={find}
  ondragover={(event) => {
    event.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={(event) => {
    event.preventDefault();
    over = false;
    take(event.dataTransfer?.files[0]);
  }}
  aria-label="Bring in an image"
>
  <div class="grid min-w-0 gap-4">
    <label class="grid gap-1">
      Stamped image: SVG, PNG, JPEG, WebP or TIFF; choose it, drop it here, or paste it
      <input
        class="file-input w-full"
        type="file"
        accept=".svg,.png,.jpg,.jpeg,.webp,.tif,.tiff,image/*"
        onchange={(event) => take(event.currentTarget.files?.[0])}
      />
    </label>
    <div class="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm">
      <label class="underline [&:focus-within]:outline-2">
        Take a photo
        <input
          class="sr-only"
          type="file"
          accept="image/*"
          capture="environment"
          onchange={(event) => take(event.currentTarget.files?.[0])}
        />
      </label>
      <span class="text-quiet">
        No stamp at hand? Stand-ins bring in a panel:
        <button type="button" class="underline" onclick={() => standIn('scanner')}>scanner</button>,
        <button type="button" class="underline" onclick={() => standIn('phone')}>phone</button>.
      </span>
    </div>
    {#if file}<p>{file.name}</p>{/if}
    {#if as === 'image'}
      <fieldset class="grid gap-1">
        <legend class="mb-1">What is on the paper?</legend>
        {#each Object.entries(pictureShows) as [value, words] (value)}
          <label class="flex items-center gap-2">
            <input class="radio radio-sm" type="radio" name="{uid}-shows" {value} bind:group={shows} />
            {words}
          </label>
        {/each}
      </fieldset>
    {/if}
    <SizeOfPicture {how} {isSvg} pointing={shown !== undefined} bind:size {choose} />
    {#if prepare.trouble}<TroubleNote trouble={prepare.trouble} />{/if}
    <JobProgress {work} />
    {#if !work.busy}
      <div>
        <button type="submit" class="btn btn-primary" disabled={!file}
          >{as === 'stamp' ? 'Place it on the panel' : 'Find areas'}</button
        >
      </div>
    {/if}
    {#if replaces}<p class="text-sm text-quiet">
        The new image replaces this one, with its names and colours, once its areas are found.
      </p>{/if}
  </div>
  {#if shown && (how === 'photo' || how === 'points')}
    <div class="card-paper relative">
      <img class="block w-full" src={shown.url} alt="What is brought in" />
      <CornerHandles
        bind:corners={points}
        width={shown.width}
        height={shown.height}
        of={how === 'photo' ? 'the panel' : 'the measured length'}
      />
    </div>
  {/if}
</form>
