<script lang="ts">
  import { api, ask, sendForm } from '../../api/client';
  import { FollowedJob } from '../../parts/job.svelte';
  import JobProgress from '../../parts/JobProgress.svelte';
  import { Resource } from '../../state/resource.svelte';

  let { run, done, replaces }: { run: string; done: () => void; replaces: boolean } = $props();

  const uid = $props.id();
  const widths = new Resource(() => ask(api.GET('/api/usual-widths')));
  void widths.refresh();

  let files = $state<FileList>();
  let how = $state<'width' | 'dots'>('width');
  let width = $state('');
  let dots = $state(300);
  const work = new FollowedJob(() => done());
  const isSvg = $derived(/\.svg$/i.test(files?.[0]?.name ?? ''));

  async function find(event: SubmitEvent) {
    event.preventDefault();
    const file = files?.[0];
    if (!file) return;
    const form = new FormData();
    form.set('file', file);
    if (how === 'width' && width.trim()) form.set('width', width);
    if (how === 'dots' && !isSvg) form.set('dotsPerInch', String(dots));
    await work.start(() => sendForm<{ job: string }>(`/api/runs/${run}/image`, form));
  }
</script>

<form class="grid max-w-xl gap-4" onsubmit={find}>
  <label class="grid gap-1">
    Stamped image: SVG, PNG or JPEG
    <input
      class="file-input w-full"
      type="file"
      accept=".svg,.png,.jpg,.jpeg,image/svg+xml,image/png,image/jpeg"
      required
      bind:files
    />
  </label>
  <fieldset class="grid gap-2">
    <legend class="mb-1">How large is it{isSvg ? ', if not as it says itself' : ''}?</legend>
    <label class="flex flex-wrap items-center gap-2">
      <input class="radio radio-sm" type="radio" value="width" bind:group={how} />
      Width
      <input
        class="input w-36"
        aria-label="Width of the picture"
        placeholder="4 1/4 in"
        list="{uid}-widths"
        bind:value={width}
        onfocus={() => (how = 'width')}
      />
      <datalist id="{uid}-widths">
        {#each widths.value ?? [] as usual (usual.name)}
          <option value={usual.width}>{usual.name}</option>
        {/each}
      </datalist>
      <span class="text-quiet">in mm or inches</span>
    </label>
    {#if !isSvg}
      <label class="flex flex-wrap items-center gap-2">
        <input class="radio radio-sm" type="radio" value="dots" bind:group={how} />
        Scanned at
        <input
          class="input w-28"
          type="number"
          min="30"
          max="4800"
          aria-label="Dots per inch of the scan"
          bind:value={dots}
          onfocus={() => (how = 'dots')}
        />
        <span class="text-quiet">dots per inch</span>
      </label>
    {/if}
  </fieldset>
  <JobProgress {work} />
  {#if !work.busy}
    <div><button type="submit" class="btn btn-primary" disabled={!files?.length}>Find areas</button></div>
  {/if}
  {#if replaces}<p class="text-sm text-quiet">
      The new image replaces this one, with its names and colours, once its areas are found.
    </p>{/if}
</form>
