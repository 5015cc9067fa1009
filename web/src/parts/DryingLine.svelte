<script lang="ts">
  import type { Card, Image } from '../api/client';
  import { clock, until } from '../state/clock.svelte';
  import CardPicture from './CardPicture.svelte';
  import WetMark from './WetMark.svelte';
  import { wetnessWords } from './words';

  // The signature: a run's cards on a thin line, each as it stands now, with its wetness and the time until dry.
  let {
    cards,
    image,
    paper,
    current,
    name,
    folds = false,
  }: {
    cards: Card[];
    image: Image | null;
    paper: string;
    current?: number;
    name: string;
    /** Thin while all cards are bare: nothing dries. */
    folds?: boolean;
  } = $props();

  // Pieces that hang beside it until they are put on.
  const piecesOf = (card: Card) => card.pieces ?? [];
  const isBare = (card: Card) =>
    card.fills.length === 0 && card.ground === null && piecesOf(card).length === 0;
  const thin = $derived(folds && cards.every(isBare));
  const sag = $derived(thin ? 6 : 18);
  const place = (index: number) => (index + 0.5) / cards.length;
  const drop = (index: number) => 4 * sag * place(index) * (1 - place(index));
  const tilt = (index: number) => [-0.9, 1.1, -0.6, 0.8, -1.2, 0.7][index % 6];

  function words(card: Card): string {
    if (isBare(card)) return 'bare';
    const state = wetnessWords[card.state];
    return card.dryAt && Date.parse(card.dryAt) > clock.now
      ? `${state}, ${until(card.dryAt, clock.now)}`
      : state;
  }
</script>

<div class="relative overflow-x-auto" role="group" aria-label="Drying line of {name}">
  <div class="relative min-w-full" style:width={cards.length > 8 ? `${cards.length * 8.5}rem` : undefined}>
    <svg
      class="absolute inset-x-0 top-0 h-8 w-full"
      viewBox="0 0 100 32"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path
        d="M0 6Q50 {6 + 2 * sag} 100 6"
        fill="none"
        stroke="#33363c"
        stroke-width="1.4"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <ol class="relative grid" style:grid-template-columns="repeat({cards.length}, minmax(0, 1fr))">
      {#each cards as card, index (card.card)}
        <li class="flex flex-col items-center pb-1" style:padding-top="{4 + drop(index)}px">
          <span class="z-10 -mb-2 h-4 w-2.5 rounded-[2px] bg-[#666a70]" aria-hidden="true"></span>
          <div
            class={[
              // A short window has less room for it: a tablet's.
              thin
                ? 'h-9 w-12'
                : 'h-[4.4rem] w-24 [@media(max-height:790px)]:h-10 [@media(max-height:790px)]:w-14',
              current === card.card && 'outline-3 outline-offset-1 outline-ink',
            ]}
            style:rotate="{tilt(index)}deg"
          >
            <CardPicture
              {image}
              {paper}
              mat={false}
              ground={card.ground}
              fills={card.fills}
              look={card.look}
              label="Card {card.card} as it stands now"
            />
          </div>
          <span class={['flex items-center gap-1 text-sm whitespace-nowrap', thin ? 'sr-only' : 'mt-1.5']}>
            {#if card.fills.length > 0}<WetMark state={card.state} size={14} />{/if}
            <strong>{card.card}</strong>
            {words(card)}
          </span>
          {#if piecesOf(card).length > 0 && !thin}
            <ul class="flex flex-wrap justify-center gap-1.5" aria-label="Pieces of card {card.card}">
              {#each piecesOf(card) as piece (piece.piece)}
                <li
                  class="flex items-center gap-0.5 text-xs"
                  title="{piece.name}: {wetnessWords[piece.state]}"
                >
                  <span
                    class="inline-block h-3 w-5 border border-ink/25"
                    style:background={piece.colour}
                    aria-hidden="true"
                  ></span>
                  {#if piece.state !== 'boneDry'}<WetMark state={piece.state} size={11} />{/if}
                  <span class="sr-only">{piece.name}, {wetnessWords[piece.state]}</span>
                </li>
              {/each}
            </ul>
          {/if}
        </li>
      {/each}
    </ol>
  </div>
</div>
