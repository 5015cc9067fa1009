<script lang="ts">
  // Five cards on a line, from bare outline to shaded: what the work looks like, before any data is there.
  const leaf = [
    'M28 30C20 25 13 17 17.5 16.6C28 15 31 22 28 30Z',
    'M63 24C61 14 66 9 72 7C73 13 71 22 63 24Z',
    'M78 17.5C84 14 93 18 96 27C88 28 80 25 78 17.5Z',
  ];
  const branch = 'M4 30C20 24 40 27 58 22C70 19 82 12 93 9L95 13.5C84 17 73 23.5 60 27C42 32 22 29.5 6 35.5Z';
  const left =
    'M38.5 38.5C33 38.5 32.5 44 31.5 49C30 56.5 22 59.5 21.5 69.5C21 79.5 29 86.5 38.5 86.5C48 86.5 55.5 79.5 55 69.5C54.5 59.5 46.8 56.5 45.3 49C44.3 44 44 38.5 38.5 38.5Z';
  const right =
    'M69.5 31.4C64.5 32 64.6 37 64.2 41.5C63.5 48 57.5 51.5 57.8 60C58.2 69 65.5 75 73.5 74.4C82 73.8 88 66.8 87.2 58C86.4 49.8 79.5 47.6 77.3 41.3C75.8 37 74.8 30.8 69.5 31.4Z';
  const cards = [
    {},
    { pears: '#f0e7b4' },
    { pears: '#f0e7b4', leaves: '#c9dcae' },
    { pears: '#e3cf6e', leaves: '#a9c87c', branch: '#cdb29c' },
    { pears: '#e3cf6e', leaves: '#84ad62', branch: '#b08a6c', shadow: '#cfae3f' },
  ] as { pears?: string; leaves?: string; branch?: string; shadow?: string }[];
  const paper = '#fbfaf7';
  const tilt = [-1.4, 1.2, -0.8, 1.5, -1.1];
  const drop = [6, 20, 26, 20, 6];
</script>

<div class="relative" aria-hidden="true">
  <svg class="absolute inset-x-0 top-0 h-10 w-full" viewBox="0 0 100 40" preserveAspectRatio="none">
    <path
      d="M0 4Q50 54 100 4"
      fill="none"
      stroke="#33363c"
      stroke-width="1.4"
      vector-effect="non-scaling-stroke"
    />
  </svg>
  <div class="relative grid grid-cols-5 gap-4">
    {#each cards as card, index (index)}
      <div class="flex flex-col items-center" style:padding-top="{drop[index]}px">
        <span class="z-10 -mb-2 h-5 w-3 rounded-[2px] bg-[#666a70]"></span>
        <svg
          viewBox="-4 -2 108 96"
          class="card-paper w-full max-w-48 bg-[#fbfaf7]"
          style:rotate="{tilt[index]}deg"
        >
          <g stroke="#1d2026" stroke-width="0.9" stroke-linejoin="round" fill="none">
            {#each leaf as d (d)}<path {d} fill={card.leaves ?? paper} />{/each}
            <path d={branch} fill={card.branch ?? paper} />
            <path d={left} fill={card.pears ?? paper} />
            <path d={right} fill={card.pears ?? paper} />
            {#if card.shadow}
              <path
                d="M46 52C52 60 50 76 36 86.4C48 87.5 55.5 79.5 55 69.5C54.5 61 48.5 58 46 52Z"
                fill={card.shadow}
                stroke="none"
              />
              <path
                d="M78 44C83 54 80 66 70 74.2C81 75 88 66.8 87.2 58C86.4 50.5 80.5 48.6 78 44Z"
                fill={card.shadow}
                stroke="none"
              />
            {/if}
          </g>
        </svg>
      </div>
    {/each}
  </div>
</div>
