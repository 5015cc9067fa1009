<script lang="ts">
  import { api, ask, type Bench, type Card, type Tap, type TapKind } from '../../api/client';
  import RemarkNote from '../../parts/RemarkNote.svelte';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import WetMark from '../../parts/WetMark.svelte';
  import { wetnessWords } from '../../parts/words';
  import { navigate } from '../../routes';
  import { clock } from '../../state/clock.svelte';
  import { madeOf } from '../../state/madeOf.svelte';
  import { Resource } from '../../state/resource.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';
  import { whenRoomChanges } from '../../state/session.svelte';
  import { TapQueue } from '../../state/taps.svelte';
  import { keepAwake, say, speak, speech } from '../../state/attention.svelte';
  import CardOfPieces from '../../parts/CardOfPieces.svelte';
  import BenchActions from './BenchActions.svelte';
  import BenchPicture from './BenchPicture.svelte';
  import BenchSwitches from './BenchSwitches.svelte';
  import BenchWait from './BenchWait.svelte';
  import DoneOtherwise from './DoneOtherwise.svelte';
  import HowToCut from './HowToCut.svelte';
  import { FilmOfPlan } from './filmOfPlan.svelte';
  import OwnTimers from './OwnTimers.svelte';
  import SomethingElse from './SomethingElse.svelte';
  import StalePlan from './StalePlan.svelte';
  import StepInHand from './StepInHand.svelte';
  import TapNotices from './TapNotices.svelte';

  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const bench = new Resource<Bench>(async () => {
    const view = await ask(api.GET('/api/runs/{id}/bench', { params: { path: { id } } }));
    clock.set(view.serverNow);
    return view;
  });
  const taps = $derived(new TapQueue(id, bench));
  $effect(() => {
    if (id) void bench.refresh().then(() => taps.send());
  });
  whenRoomChanges(() => void bench.refresh());
  $effect(() => {
    const queue = taps;
    window.addEventListener('storage', queue.lookAgain);
    window.addEventListener('online', queue.send);
    return () => {
      window.removeEventListener('storage', queue.lookAgain);
      window.removeEventListener('online', queue.send);
    };
  });
  $effect(() => keepAwake());
  // Another device may be at the same run: what it taps is seen here soon.
  const inStep = 3000;
  $effect(() => {
    const look = setInterval(async () => {
      if (document.visibilityState !== 'visible' || taps.waiting > 0 || bench.busy) return;
      const before = bench.value?.stepsDone;
      await bench.refresh();
      if (bench.value?.stepsDone !== before) await run.refresh();
    }, inStep);
    return () => clearInterval(look);
  });

  const step = $derived(bench.value?.current);
  const waiting = $derived(
    bench.value?.holdup && Date.parse(bench.value.holdup.readyAt) > clock.now
      ? bench.value.holdup
      : undefined,
  );
  // The moment that a wait is over: said once, and the bench is looked at again.
  let waited = false;
  $effect(() => {
    if (waiting) waited = true;
    else if (waited) {
      waited = false;
      say();
      void bench.refresh();
    }
  });

  const piece = $derived(pieceOf(run.value));
  // What the cards are made of, where a step is work on one of their pieces.
  const made = madeOf(
    () => id,
    () => Boolean(step?.pass.piece),
  );
  // What each step should look like is painted once for the whole plan.
  const film = new FilmOfPlan(() => id);
  const painted = $derived(
    id !== '' && bench.value !== undefined && !bench.value.stale && Boolean(piece?.image),
  );
  $effect(() => {
    if (painted) void film.want();
  });
  const card = $derived<Card | undefined>(run.value?.line.find((c) => c.card === step?.card));
  let remarksSeen = $state(false);

  // Hands free: each new step is read aloud, once.
  let spoken: number | undefined;
  $effect(() => {
    if (!speech.on || !step || step.number === spoken) return;
    spoken = step.number;
    speak(`Card ${step.card}. ${step.pass.title}. ${step.first} ${step.pass.how}.`);
  });

  async function tap(kind: TapKind, number = 0, more: Partial<Tap> = {}) {
    await taps.add(kind, number, more);
    await run.refresh();
  }
  const done = () => step && tap('done', step.number);
  const back = () => tap('back');
  const wetNow = () => bench.value?.lastDone && tap('wetNow', bench.value.lastDone.number);
  const oneMore = $derived(
    bench.value?.lastDone ? () => tap('oneMore', bench.value?.lastDone?.number) : undefined,
  );
  const meanwhile = () => bench.value?.meanwhile && tap('take', bench.value.meanwhile.number);
</script>

{#snippet timers(value: Bench)}
  <OwnTimers
    timers={value.timers}
    set={(text, minutes) => tap('timer', 0, { text, minutes })}
    off={(number) => tap('timerOff', number)}
  />
{/snippet}

{#if bench.trouble}<div class="mb-3"><TroubleNote trouble={bench.trouble} again={bench.refresh} /></div>{/if}
<TapNotices {taps} />
{#if bench.value?.stale}<StalePlan {id} sentence={bench.value.stale} planned={bench.refresh} />{/if}

{#if bench.value && !bench.value.stale && step && run.value && piece}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
    {#if step.pass.piece && made.value}
      <div class="mx-auto h-[22vh] w-full max-w-[62vh] lg:h-[62vh]">
        <CardOfPieces
          design={made.value}
          image={piece.image}
          piece={step.pass.piece}
          onto={step.pass.onto}
          card={step.card}
          label="Card {step.card}: the piece in hand"
        />
      </div>
    {:else if piece.image}
      <BenchPicture image={piece.image} paper={piece.paperColour} {card} {step} />
    {:else}<div></div>{/if}

    <div class="flex flex-col">
      <div class="flex flex-wrap gap-x-3 text-lg">
        <p>
          Card {step.card} of {run.value.cards}, step {bench.value.stepsDone + 1} of {bench.value.stepCount}
        </p>
        {#if card}
          <p class="whitespace-nowrap"><WetMark state={card.state} size={18} /> {wetnessWords[card.state]}</p>
        {/if}
      </div>
      <StepInHand
        {step}
        paper={piece.paperColour}
        image={piece.image}
        wet={film.film.justDone(step.pass.index)}
        dry={film.film.ofPass(step.pass.index)}
        roomy={!waiting}
      />
      {#if step.pass.stroke === 'trim' && step.pass.piece}<HowToCut {id} piece={step.pass.piece} />{/if}
      {#if !remarksSeen && bench.value.stepsDone === 0}
        <div class="mt-4 grid gap-2">
          {#each bench.value.remarks as remark (remark.text)}<RemarkNote {remark} />{/each}
          <button type="button" class="btn btn-line w-fit" onclick={() => (remarksSeen = true)}
            >I have read this</button
          >
        </div>
      {/if}

      <!-- What is tapped and what is waited for stay on the screen, however much is said above. -->
      <div class="sticky bottom-0 z-10 mt-auto bg-ground pt-2 pb-3">
        <div aria-live="polite">
          {#if waiting}<BenchWait
              {waiting}
              heat={step.heat}
              meanwhile={bench.value.meanwhile}
              whileWaiting={bench.value.whileWaiting}
              take={meanwhile}
              heated={() => tap('heated', step.number)}
              felt={(dry) => tap(dry ? 'dryHere' : 'stillWet', step.number)}
            />{/if}
        </div>
        <BenchActions
          waiting={waiting !== undefined}
          begun={bench.value.lastDone !== null}
          {done}
          {back}
          {wetNow}
          {meanwhile}
          keep={(text) => tap('note', 0, { text })}
        />
      </div>
      <p class="mt-3">
        {#if bench.value.next}Next: card {bench.value.next.card}, {bench.value.next.pass.title}.{:else}This is
          the last step.{/if}
      </p>
      <SomethingElse
        card={step.card}
        planned={step.pass.mix.key}
        takeable={bench.value.takeable}
        paper={piece.paperColour}
        heatCaution={bench.value.heatCaution}
        again={oneMore}
        own={(text, minutes) => tap('ownStep', step.number, { text, minutes })}
        tap={(kind, mix) => tap(kind, step.number, { mix })}
      />
      {@render timers(bench.value)}
      <DoneOtherwise steps={bench.value.otherwise} paper={piece.paperColour} />
      <BenchSwitches />
      <p class="text-sm">
        <a class="link" href="/runs/{id}/check">How am I doing? Check a scan of a card</a>
      </p>
    </div>
  </div>
{:else if bench.value && !step}
  <h2>Every step is done</h2>
  <p class="mt-2">What was painted last is still drying on the line. The record is ready.</p>
  <div class="mt-5 flex gap-3">
    <button
      type="button"
      class="btn btn-primary"
      onclick={() => navigate('/runs/:id/finish', { params: { id } })}>Finish the run</button
    >
    <button type="button" class="btn btn-line" onclick={back}>Back to the last step</button>
  </div>
  {@render timers(bench.value)}
{/if}
