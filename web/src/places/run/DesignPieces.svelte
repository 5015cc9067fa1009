<script lang="ts">
  import type { Design, Glue, PieceKind } from '../../api/client';
  import { glueWords, pieceKindWords } from '../../parts/words';
  import type { DesignInHand } from '../../state/designInHand.svelte';
  import CardsApart from './CardsApart.svelte';
  import OtherPapers from './OtherPapers.svelte';
  import PieceWorkList from './PieceWorkList.svelte';

  // The pieces on the front and inside, the highest first, and what each is.
  let {
    design,
    hand,
    inside,
    chosen = $bindable(),
  }: {
    design: Design;
    hand: DesignInHand;
    /** The inside of the card is shown; what is added comes there. */
    inside: boolean;
    chosen: string | undefined;
  } = $props();

  const kinds = Object.keys(pieceKindWords) as PieceKind[];
  const glues = Object.entries(glueWords);
  let adding = $state<PieceKind>('greeting');
  const sideWords = {
    width: 'Width',
    height: 'Height',
    windowWidth: 'Width',
    windowHeight: 'Height',
    left: 'Length',
    top: 'Length',
    fromLeft: 'Length',
    fromTop: 'Length',
  };
  const frames = $derived(design.pieces.filter((piece) => piece.window !== null));
  const fromTop = $derived(design.pieces.toReversed());
  const paperName = (id: string | null) =>
    design.papers.find((paper) => paper.id === id)?.name ?? 'no paper chosen';

  function add() {
    // A mat goes around what is chosen.
    const around = adding === 'mat' ? chosen : undefined;
    // A second image is stamped on the sheet of the first, beside it.
    const cutOut = adding === 'image' && design.pieces.some((piece) => piece.kind === 'image');
    void hand.add({
      kind: adding,
      name: pieceKindWords[adding],
      raisedMm: 0,
      spare: 0,
      around,
      inside,
      cutOut,
    });
  }
</script>

{#snippet length(id: string, name: string, side: keyof typeof sideWords, value: string)}
  <input
    class="input w-28"
    aria-label="{sideWords[side]} of {name}"
    {value}
    onchange={({ currentTarget }) => void hand.changePiece(id, { [side]: currentTarget.value })}
  />
{/snippet}
{#snippet number(
  id: string,
  label: string,
  name: string,
  key: 'raisedMm' | 'spare',
  value: number,
  most: number,
  step: number,
)}
  <input
    class="input w-20"
    type="number"
    max={most}
    {step}
    aria-label="{label} {name}"
    value={Math.round(100 * value) / 100}
    onchange={({ currentTarget }) => void hand.changePiece(id, { [key]: currentTarget.valueAsNumber || 0 })}
  />
{/snippet}

<section class="sheet grid gap-3" aria-label="Pieces">
  <div class="flex flex-wrap items-end justify-between gap-3">
    <h2>Pieces</h2>
    <div class="flex items-end gap-2">
      <select class="select w-36" aria-label="Kind of piece to add" bind:value={adding}>
        {#each kinds as kind (kind)}<option value={kind}>{pieceKindWords[kind]}</option>{/each}
      </select>
      <button type="button" class="btn btn-line" onclick={add}>
        {adding === 'mat' && chosen ? 'Add it around what is chosen' : 'Add it'}
      </button>
    </div>
  </div>
  <ol class="grid gap-3" aria-label="Pieces, the highest first">
    {#each fromTop as piece, place (piece.id)}
      <li class={['grid gap-2 border-l-4 pl-3', chosen === piece.id ? 'border-primary' : 'border-hair']}>
        <button
          type="button"
          class="flex flex-wrap items-baseline gap-x-3 text-left"
          aria-expanded={chosen === piece.id}
          onclick={() => (chosen = chosen === piece.id ? undefined : piece.id)}
        >
          <strong>{piece.name}</strong>
          <span>{piece.size}</span>
          <span>{paperName(piece.paper)}</span>
          {#if piece.raisedMm > 0}<span>on {piece.raisedMm} mm of foam</span>{/if}
          {#if piece.spare > 0}<span>{piece.spare} to spare</span>{/if}
          {#if piece.inside}<span>inside</span>{/if}
          {#if piece.fromPicture}<span>cut out of the picture</span>{/if}
          {#if piece.border}<span class="text-quiet">{piece.border}</span>{/if}
        </button>
        {#if chosen === piece.id}
          <div class="flex flex-wrap items-center gap-2">
            <input
              class="input w-40"
              aria-label="Name of {piece.name}"
              value={piece.name}
              onchange={({ currentTarget }) => void hand.changePiece(piece.id, { name: currentTarget.value })}
            />
            {@render length(piece.id, piece.name, 'width', piece.width)}
            x
            {@render length(piece.id, piece.name, 'height', piece.height)}
            <select
              class="select w-64"
              aria-label="Paper of {piece.name}"
              value={piece.paper ?? ''}
              disabled={piece.fromPicture !== null && piece.kind !== 'image'}
              onchange={({ currentTarget }) =>
                void hand.changePiece(piece.id, { paper: currentTarget.value || null })}
            >
              <option value="">no paper chosen</option>
              {#each design.papers as paper (paper.id)}<option value={paper.id}>{paper.name}</option>{/each}
            </select>
          </div>
          <div class="flex flex-wrap items-center gap-2">
            {@render number(piece.id, 'Foam under', piece.name, 'raisedMm', piece.raisedMm, 20, 0.5)}
            mm of foam
            {#if !piece.fromPicture || piece.kind === 'image'}
              {@render number(piece.id, 'Spare ones of', piece.name, 'spare', piece.spare, 24, 1)}
              to spare
            {/if}
            {@render length(piece.id, `the way from the left to ${piece.name}`, 'left', piece.left)}
            from the left
            {@render length(piece.id, `the way from the top to ${piece.name}`, 'top', piece.top)}
            from the top
            {#if design.opening !== 'flat'}
              <label class="flex items-center gap-2">
                <input
                  type="checkbox"
                  class="checkbox checkbox-sm"
                  checked={piece.inside}
                  onchange={({ currentTarget }) =>
                    void hand.changePiece(piece.id, { inside: currentTarget.checked })}
                />
                inside the card
              </label>
            {/if}
          </div>
          {#if piece.kind !== 'mat' && piece.kind !== 'frame'}
            <div class="flex flex-wrap items-center gap-2">
              <label class="flex items-center gap-2">
                <input
                  type="checkbox"
                  class="checkbox checkbox-sm"
                  checked={piece.fromPicture !== null}
                  onchange={({ currentTarget }) =>
                    void hand.changePiece(piece.id, { cutOut: currentTarget.checked })}
                />
                cut out of the picture when that is coloured
              </label>
              {#if piece.fromLeft !== null && piece.fromTop !== null}
                {@render length(
                  piece.id,
                  `the way from the left of the picture to ${piece.name}`,
                  'fromLeft',
                  piece.fromLeft,
                )}
                from its left
                {@render length(
                  piece.id,
                  `the way from the top of the picture to ${piece.name}`,
                  'fromTop',
                  piece.fromTop,
                )}
                from its top
              {/if}
            </div>
          {/if}
          {#if piece.kind === 'image' && !piece.fromPicture}
            <CardsApart
              name={piece.name}
              {design}
              own={piece.paper}
              changed={() => void hand.shown.refresh()}
            />
          {:else if !piece.fromPicture}
            <OtherPapers
              name={piece.name}
              {design}
              others={piece.otherPapers}
              busy={hand.shown.busy}
              set={(otherPapers) => void hand.changePiece(piece.id, { otherPapers })}
            />
          {/if}
          {#if piece.kind === 'frame'}
            <div class="flex flex-wrap items-center gap-2">
              {@render length(
                piece.id,
                `the opening of ${piece.name}`,
                'windowWidth',
                piece.windowWidth ?? '',
              )}
              x
              {@render length(
                piece.id,
                `the opening of ${piece.name}`,
                'windowHeight',
                piece.windowHeight ?? '',
              )}
              open in its middle
            </div>
          {/if}
          {#if piece.raisedMm === 0}
            <label class="flex flex-wrap items-center gap-2">
              Held with
              <select
                class="select w-64"
                aria-label="What holds {piece.name}"
                value={piece.glue ?? ''}
                onchange={({ currentTarget }) =>
                  void hand.changePiece(piece.id, { glue: (currentTarget.value || null) as Glue | null })}
              >
                <option value="">what you usually take</option>
                {#each glues as [key, words] (key)}<option value={key}>{words}</option>{/each}
              </select>
            </label>
          {/if}
          <h3 class="font-bold">What is done to it</h3>
          <PieceWorkList
            name={piece.name}
            work={piece.work}
            usual={!piece.ownWork}
            paper={piece.paperColour}
            methods={design.methods}
            first={piece.kind === 'ground' ? 'blendedPanel' : 'cutToSize'}
            busy={hand.shown.busy}
            set={(work) => void hand.changePiece(piece.id, { work })}
          />
          {#if piece.grounds.length > 1}
            <ul class="flex flex-wrap gap-3" aria-label="Prints from one inking, for {piece.name}">
              {#each piece.grounds as print, at (print)}
                <li class="text-sm">
                  <img src={print} alt="Print {at + 1} on {piece.name}" class="h-20 border border-hair" />
                  print {at + 1}
                </li>
              {/each}
            </ul>
          {/if}
          <div class="flex flex-wrap items-center gap-2">
            <button
              type="button"
              class="btn btn-line btn-sm"
              onclick={() => hand.changePiece(piece.id, { leftMm: null, topMm: null })}>To the middle</button
            >
            {#each frames.filter((frame) => frame.id !== piece.id) as frame (frame.id)}
              <button
                type="button"
                class="btn btn-line btn-sm"
                title="As large as the opening, and 6 mm more on each side"
                onclick={() => hand.changePiece(piece.id, { behind: frame.id })}
                >Fit behind the opening of {frame.name}</button
              >
            {/each}
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={place === 0}
              onclick={() => hand.raise(piece.id, 1)}>Higher</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              disabled={place === fromTop.length - 1}
              onclick={() => hand.raise(piece.id, -1)}>Lower</button
            >
            <button
              type="button"
              class="btn btn-line btn-sm"
              aria-label="Leave out {piece.name}"
              onclick={() => hand.remove(piece.id)}>Leave out</button
            >
          </div>
        {/if}
      </li>
    {:else}
      <li>Nothing yet. Add an image, a mat, a greeting.</li>
    {/each}
  </ol>
</section>
