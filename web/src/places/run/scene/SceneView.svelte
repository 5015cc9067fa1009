<script lang="ts">
  import type { Snippet } from 'svelte';
  import { api, ask, type Piece, type Placed, type Scene } from '../../../api/client';
  import { FollowedJob } from '../../../parts/job.svelte';
  import JobProgress from '../../../parts/JobProgress.svelte';
  import TroubleNote from '../../../parts/TroubleNote.svelte';
  import { Resource } from '../../../state/resource.svelte';
  import { useRun } from '../../../state/run.svelte';
  import BringIn from '../BringIn.svelte';
  import FillForm from './FillForm.svelte';
  import PanelSize from './PanelSize.svelte';
  import PlacedList from './PlacedList.svelte';
  import ScenePicture from './ScenePicture.svelte';
  import StampingOrder from './StampingOrder.svelte';
  import StampList from './StampList.svelte';

  let { piece, lookAt, found }: { piece: Piece; lookAt?: Snippet; found: () => void } = $props();

  const whole = useRun();
  // By themselves, so that a run that is looked at anew does not fetch its scene anew over what is being moved.
  const { id, hasScene } = $derived(piece);
  const path = $derived({ params: { path: { id } } });
  const scene = new Resource<Scene>(() => ask(api.GET('/api/pieces/{id}/scene', path)));
  const areas = new FollowedJob(() => {
    void whole.refresh();
    found();
  });
  let chosen = $state<string>();
  let shown = $state<string[]>([]);
  let adding = $state(false);
  let before = $state.raw<Scene[]>([]);

  $effect(() => {
    if (hasScene) void scene.refresh();
  });

  // Changes are sent one after the other; an answer is shown only when nothing was changed since it was asked for.
  let sending: Promise<unknown> = Promise.resolve();
  let turn = 0;
  function change(next: () => Promise<Scene>, undoable = true) {
    const mine = ++turn;
    const was = scene.value;
    if (was && undoable) before = [...before.slice(-49), was];
    const asked = sending.then(async () => {
      const worked = await scene.attempt(async () => {
        const answer = await next();
        if (mine === turn) scene.set(answer);
      });
      if (worked) return;
      if (undoable) before = before.filter((scene) => scene !== was);
      // What was refused is taken back, and what went wrong stays to be read.
      const { trouble } = scene;
      if (mine === turn) await scene.refresh();
      scene.trouble = trouble;
    });
    sending = asked;
    return asked;
  }
  const save = (next: Scene) => ask(api.PUT('/api/pieces/{id}/scene', { ...path, body: next }));
  function arrange(frontFirst: Placed[]) {
    const was = scene.value;
    if (!was) return;
    const next = { ...was, frontFirst };
    // It is shown where it was put at once; the server's answer brings the order and the masks.
    void change(() => save(next));
    scene.value = next;
  }
  const edit = (id: string, values: Partial<Placed>) =>
    arrange((scene.value?.frontFirst ?? []).map((p) => (p.id === id ? { ...p, ...values } : p)));

  async function undo() {
    const was = before.at(-1);
    if (!was) return;
    before = before.slice(0, -1);
    await change(() => save(was), false);
  }
  // Not part of the arrangement: it is not undone with it.
  const stampPath = (stamp: string) => ({ params: { path: { id: piece.id, stamp } } });
  const rename = (stamp: string, name: string, lettering: boolean) =>
    change(
      () =>
        ask(
          api.PUT('/api/pieces/{id}/scene/stamps/{stamp}', {
            ...stampPath(stamp),
            body: { name, lettering },
          }),
        ),
      false,
    );
  const forget = (stamp: string) =>
    change(() => ask(api.DELETE('/api/pieces/{id}/scene/stamps/{stamp}', stampPath(stamp))), false);
  async function begin() {
    const worked = await scene.attempt(async () =>
      scene.set(
        await ask(api.POST('/api/pieces/{id}/scene', { ...path, body: { width: null, height: null } })),
      ),
    );
    if (worked) await whole.refresh();
  }
</script>

{#if scene.value}
  {@const now = scene.value}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
    <div>
      <ScenePicture scene={now} bind:chosen {shown} paper={piece.paperColour} {edit} />
      <div class="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2 text-sm">
        <PanelSize
          scene={now}
          set={(body) => change(() => ask(api.PUT('/api/pieces/{id}/scene/panel', { ...path, body })))}
          paint={(paintsGround) => change(() => save({ ...now, paintsGround }))}
        />
      </div>
    </div>
    <div class="grid content-start gap-5">
      <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
        {@render lookAt?.()}
        {#if !areas.busy}
          <button
            type="button"
            class="btn btn-primary ml-auto"
            disabled={now.areasAreOfThis || now.frontFirst.length === 0}
            onclick={() => areas.start(() => ask(api.POST('/api/pieces/{id}/scene/areas', path)))}
            >{now.areasAreOfThis ? 'Areas are of this scene' : 'Find its areas'}</button
          >
        {/if}
      </div>
      <JobProgress work={areas} />
      {#if scene.trouble}<TroubleNote trouble={scene.trouble} />{/if}
      <PlacedList scene={now} bind:chosen {arrange} {edit} canUndo={before.length > 0} {undo} {rename} />
      <div class="flex flex-wrap items-center gap-x-5 gap-y-1">
        <StampList
          stamps={now.stamps}
          place={(stamp) =>
            change(() => ask(api.POST('/api/pieces/{id}/scene/stamps/{stamp}', stampPath(stamp))))}
          {forget}
        />
        <button
          type="button"
          class="min-h-9 underline"
          aria-expanded={adding}
          onclick={() => (adding = !adding)}>Bring in another stamp</button
        >
      </div>
      {#if adding}
        <BringIn
          piece={piece.id}
          as="stamp"
          done={() => {
            adding = false;
            void scene.refresh();
          }}
        />
      {/if}
      <FillForm
        stamps={now.stamps}
        fills={now.fills}
        pales={now.generations}
        paper={piece.paperColour}
        fill={(body) => change(() => ask(api.POST('/api/pieces/{id}/scene/fill', { ...path, body })))}
        remove={(fill) => arrange(now.frontFirst.filter((p) => p.fill !== fill))}
      />
      <StampingOrder scene={now} piece={piece.id} show={(prints) => (shown = prints)} />
    </div>
  </div>
{:else if !piece.hasScene}
  <div class="grid max-w-prose gap-5">
    {@render lookAt?.()}
    <p>
      A scene is several stamps on one panel, one behind the other. Lay them out, and it is worked out which
      is stamped first, which masks to cut, and which parts of each are left to colour.
      {#if piece.image}The image that is here becomes its first stamp, and stays as it is until you look for
        the areas of the scene.{/if}
    </p>
    {#if scene.trouble}<TroubleNote trouble={scene.trouble} />{/if}
    <div>
      <button type="button" class="btn btn-primary" disabled={scene.busy} onclick={begin}
        >Lay out a scene</button
      >
    </div>
  </div>
{:else if scene.trouble}
  <TroubleNote trouble={scene.trouble} again={scene.refresh} />
{/if}
