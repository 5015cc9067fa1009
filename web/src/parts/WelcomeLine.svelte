<script lang="ts">
  import begun from './welcome/1.webp';
  import leaves from './welcome/2.webp';
  import pear from './welcome/3.webp';
  import blush from './welcome/4.webp';
  import shaded from './welcome/5.webp';

  // Five looks of one card, from the film of the demo's invitations: what the work looks like, before any data is there.
  const cards = [begun, leaves, pear, blush, shaded];
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
    {#each cards as card, index (card)}
      <div class="flex flex-col items-center" style:padding-top="{drop[index]}px">
        <span class="z-10 -mb-2 h-5 w-3 rounded-[2px] bg-[#666a70]"></span>
        <img
          src={card}
          alt=""
          width="400"
          height="368"
          class="card-paper h-auto w-full max-w-48"
          style:rotate="{tilt[index]}deg"
        />
      </div>
    {/each}
  </div>
</div>
