<script lang="ts">
  import { api, ask, type DesignGiven, type LengthUnit, type Opening } from '../../api/client';
  import TroubleNote from '../../parts/TroubleNote.svelte';
  import { lengthWords, openingWords } from '../../parts/words';
  import { DesignInHand } from '../../state/designInHand.svelte';
  import { pieceOf, useRun } from '../../state/run.svelte';
  import CutSheets from './CutSheets.svelte';
  import DesignCard from './DesignCard.svelte';
  import DesignPieces from './DesignPieces.svelte';
  import OtherPapers from './OtherPapers.svelte';
  import PieceWorkList from './PieceWorkList.svelte';

  // What the card is made of, true to size, and how that is cut.
  const run = useRun();
  const id = $derived(run.value?.id ?? '');
  const path = $derived({ path: { id } });
  const hand = new DesignInHand(
    () => ask(api.GET('/api/runs/{id}/design', { params: path })),
    (given: DesignGiven) => ask(api.PUT('/api/runs/{id}/design', { params: path, body: given })),
  );
  $effect(() => {
    if (id) void hand.shown.refresh();
  });
  const design = $derived(hand.shown.value);
  const own = 'Own size';
  let chosen = $state<string>();
  let shown = $state(1);
  // What is chosen is shown; else what was looked at last.
  let looked = $state(false);
  const inside = $derived(design?.pieces.find((piece) => piece.id === chosen)?.inside ?? looked);
  /** All lengths of this maker are said in a unit from now on. */
  const sayIn = (lengths: LengthUnit) =>
    hand.shown.attempt(async () => {
      await ask(api.PUT('/api/habits/lengths', { body: { lengths } }));
      await hand.shown.refresh();
    });
  function show(face: boolean) {
    chosen = undefined;
    looked = face;
  }
  const several = $derived(
    design &&
      (design.otherBasePapers.length > 0 || design.pieces.some((piece) => piece.otherPapers.length > 0)),
  );
  const openings = Object.keys(openingWords) as Opening[];
</script>

{#if hand.shown.trouble}<div class="mb-4"><TroubleNote trouble={hand.shown.trouble} /></div>{/if}
{#if design}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.35fr)]">
    <div class="grid content-start gap-3 self-start lg:sticky lg:top-4">
      <DesignCard
        {design}
        image={pieceOf(run.value)?.image ?? null}
        {chosen}
        choose={(piece) => (chosen = piece)}
        move={hand.move}
        card={shown}
        {inside}
      />
      {#if design.opening !== 'flat'}
        <div class="flex gap-2" role="group" aria-label="Which face is shown">
          {#each [false, true] as face (face)}
            <button
              type="button"
              class={['btn btn-sm', face === inside ? 'btn-primary' : 'btn-line']}
              aria-pressed={face === inside}
              onclick={() => show(face)}>{face ? 'Inside' : 'Front'}</button
            >
          {/each}
        </div>
      {/if}
      {#if several}
        <label class="flex items-center gap-2">
          Shown: card
          <input class="input w-20" type="number" min="1" max={design.cards} bind:value={shown} />
          of {design.cards}
        </label>
      {/if}
      <div class="flex flex-wrap items-center justify-between gap-3">
        <button type="button" class="btn btn-line btn-sm" disabled={!hand.canUndo} onclick={() => hand.undo()}
          >Take the last change back</button
        >
        <label class="flex items-center gap-2">
          Lengths
          <select
            class="select w-44"
            value={design.lengths}
            onchange={({ currentTarget }) => void sayIn(currentTarget.value as LengthUnit)}
          >
            {#each Object.entries(lengthWords) as [unit, words] (unit)}<option value={unit}>{words}</option
              >{/each}
          </select>
        </label>
        <p class="text-quiet">
          Arrow keys move what is chosen by {design.inInches
            ? '1/16 in, with Shift by 1/4 in'
            : '1 mm, with Shift by 5 mm'}.
        </p>
      </div>
    </div>
    <div class="grid min-w-0 content-start gap-5">
      <section class="sheet grid gap-3" aria-label="The card">
        <div class="flex flex-wrap items-end gap-3">
          <label class="grid gap-1">
            Card
            <select
              class="select w-60"
              value={design.format}
              onchange={({ currentTarget: { value } }) =>
                hand.change((given) => ({ ...given, format: value, turned: false }))}
            >
              {#each design.formats as format (format.name)}<option>{format.name}</option>{/each}
              <option>{own}</option>
            </select>
          </label>
          {#if design.format === own}
            {#each ['width', 'height'] as const as side (side)}
              <label class="grid gap-1">
                {side === 'width' ? 'Width' : 'Height'}
                <input
                  class="input w-28"
                  value={design[side]}
                  onchange={({ currentTarget: { value } }) =>
                    hand.change((given) => ({ ...given, [side]: value }))}
                />
              </label>
            {/each}
          {:else}
            <label class="flex h-10 items-center gap-2">
              <input
                type="checkbox"
                class="checkbox"
                checked={design.turned}
                onchange={({ currentTarget: { checked } }) =>
                  hand.change((given) => ({ ...given, turned: checked }))}
              />
              turned
            </label>
          {/if}
          <label class="grid gap-1">
            Opens
            <select
              class="select w-52"
              value={design.opening}
              onchange={({ currentTarget: { value } }) =>
                hand.change((given) => ({ ...given, opening: value as Opening }))}
            >
              {#each openings as opening (opening)}<option value={opening}>{openingWords[opening]}</option
                >{/each}
            </select>
          </label>
          {#if design.opening === 'gate'}
            <label class="grid gap-1">
              Left flap
              <input
                class="input w-28"
                placeholder="half of it"
                value={design.leftFlap ?? ''}
                onchange={({ currentTarget: { value } }) =>
                  hand.change((given) => ({ ...given, leftFlap: value || null }))}
              />
            </label>
          {/if}
          <label class="grid gap-1">
            Paper of the base
            <select
              class="select w-52"
              value={design.basePaper ?? ''}
              onchange={({ currentTarget: { value } }) =>
                hand.change((given) => ({ ...given, basePaper: value || null }))}
            >
              <option value="">not chosen</option>
              {#each design.papers as paper (paper.id)}<option value={paper.id}>{paper.name}</option>{/each}
            </select>
          </label>
        </div>
        <OtherPapers
          name="the base"
          {design}
          others={design.otherBasePapers}
          busy={hand.shown.busy}
          set={(otherBasePapers) => void hand.change((given) => ({ ...given, otherBasePapers }))}
        />
        <ul class="grid gap-1">
          <li>{design.sheet}</li>
          <li>{design.thickness}</li>
          <li>{design.weight}</li>
          {#if design.price}<li>{design.price}</li>{/if}
          <li>{design.envelope}</li>
          {#each design.remarks as remark (remark)}<li class="caution">{remark}</li>{/each}
        </ul>
      </section>
      <DesignPieces {design} {hand} {inside} bind:chosen />
      <details class="sheet">
        <summary class="cursor-pointer font-bold">The base, and the card when it is put together</summary>
        <div class="mt-3 grid gap-4">
          <h3 class="font-bold">What is done to the base, its inside too</h3>
          <PieceWorkList
            name="the base"
            work={design.baseWork}
            usual={!design.ownBaseWork}
            paper={design.baseColour}
            methods={design.methods}
            first="stampedWords"
            busy={hand.shown.busy}
            set={(baseWork) => void hand.change((given) => ({ ...given, baseWork }))}
          />
          <h3 class="font-bold">When all is in its place</h3>
          <PieceWorkList
            name="the card"
            work={design.lastWork}
            usual={!design.ownLastWork}
            paper={design.baseColour}
            methods={design.methods}
            first="confetti"
            busy={hand.shown.busy}
            set={(lastWork) => void hand.change((given) => ({ ...given, lastWork }))}
          />
        </div>
      </details>
      <CutSheets
        {id}
        {design}
        again={hand.shown.refresh}
        setBlade={(bladeMm) => void hand.change((given) => ({ ...given, bladeMm }))}
      />
    </div>
  </div>
{/if}
