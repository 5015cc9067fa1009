<script lang="ts">
  import { api, ask, sendForm, Trouble, type Job } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { asTrouble, Resource } from '../../state/resource.svelte';

  let { run, done, replaces }: { run: string; done: () => void; replaces: boolean } = $props();

  const uid = $props.id();
  const widths = new Resource(() => ask(api.GET('/api/usual-widths')));
  void widths.refresh();

  let files = $state<FileList>();
  let how = $state<'width' | 'dots'>('width');
  let width = $state('');
  let dots = $state(300);
  let job = $state<Job>();
  let trouble = $state<Trouble>();
  const isSvg = $derived(/\.svg$/i.test(files?.[0]?.name ?? ''));
  const busy = $derived(job?.state === 'working');

  async function find(event: SubmitEvent) {
    event.preventDefault();
    const file = files?.[0];
    if (!file) return;
    trouble = undefined;
    const form = new FormData();
    form.set('file', file);
    if (how === 'width' && width.trim()) form.set('width', width);
    if (how === 'dots' && !isSvg) form.set('dotsPerInch', String(dots));
    try {
      const started = await sendForm<{ job: string }>(`/api/runs/${run}/image`, form);
      follow(started.job);
    } catch (error) {
      trouble = asTrouble(error);
    }
  }

  function follow(id: string) {
    job = { id, state: 'working', progress: 0, message: 'Waiting' };
    const events = new EventSource(`/api/jobs/${id}/events`);
    events.onmessage = (event) => {
      job = JSON.parse(event.data) as Job;
      if (job.state === 'working') return;
      events.close();
      if (job.state === 'done') done();
      else trouble = new Trouble(job.message, 422);
    };
    // A lost connection heals by itself: the browser asks again and gets the job as it then stands.
  }

  const stop = () => job && ask(api.POST('/api/jobs/{id}/cancel', { params: { path: { id: job.id } } }));
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
  {#if busy && job}
    <div class="flex items-center gap-4" role="status">
      <progress class="progress progress-primary w-48" value={job.progress} max="1" aria-label={job.message}
      ></progress>
      <span>{job.message}</span>
      <button type="button" class="btn btn-line btn-sm" onclick={stop}>Stop</button>
    </div>
  {:else}
    <div><button type="submit" class="btn btn-primary" disabled={!files?.length}>Find areas</button></div>
  {/if}
  {#if trouble}<TroubleNote {trouble} />{/if}
  {#if replaces}<p class="text-sm text-quiet">
      The new image replaces this one, with its names and colours, once its areas are found.
    </p>{/if}
</form>
