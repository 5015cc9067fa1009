<script lang="ts">
  // Paint on its paper: a wash with a dry rim and a slightly uneven body, never a bare rectangle.
  let {
    colours,
    paper,
    label,
    estimated = true,
    marked = -1,
    smooth = false,
  }: {
    colours: string[];
    paper: string;
    label: string;
    estimated?: boolean;
    marked?: number;
    /** The colours pass into each other in one wash. */
    smooth?: boolean;
  } = $props();

  const id = $props.id();
  const width = $derived(smooth ? 132 : 44 * colours.length);
  // A hand's edge, the same every time.
  const edge = (x: number) => Math.sin(x * 0.19) * 0.9 + Math.sin(x * 0.057 + 2) * 1.1;
  function wash(from: number, to: number): string {
    const top: string[] = [];
    const bottom: string[] = [];
    for (let x = from; x <= to; x += 4) {
      top.push(`${x} ${(6 + edge(x)).toFixed(1)}`);
      bottom.unshift(`${x} ${(42 + edge(x + 90)).toFixed(1)}`);
    }
    return `M${top.join('L')}L${bottom.join('L')}Z`;
  }
</script>

<div class="mat p-1.5">
  <svg
    viewBox="0 0 {width + 12} 48"
    class="card-paper block h-12 w-full"
    style:background={paper}
    preserveAspectRatio="none"
    role="img"
    aria-label={label}
  >
    <defs>
      <radialGradient id="{id}-pool" cx="0.4" cy="0.4" r="0.75">
        <stop offset="0" stop-color="#fff" stop-opacity="0.1" />
        <stop offset="0.75" stop-color="#fff" stop-opacity="0" />
        <stop offset="1" stop-color="#000" stop-opacity="0.09" />
      </radialGradient>
    </defs>
    {#if smooth}
      <linearGradient id="{id}-hues">
        {#each colours as colour, index (index)}
          <stop offset={index / (colours.length - 1)} stop-color={colour} />
        {/each}
      </linearGradient>
      <path d={wash(6, width + 6)} fill="url(#{id}-hues)" />
      <path d={wash(6, width + 6)} fill="url(#{id}-pool)" />
    {/if}
    {#each smooth ? [] : colours as colour, index (index)}
      {@const d = wash(6 + 44 * index, 6 + 44 * (index + 1))}
      <path {d} fill={colour} />
      <path {d} fill="url(#{id}-pool)" />
      {#if index === marked}<path d="M{28 + 44 * index - 4} 47l4-5 4 5Z" fill="#1d2026" />{/if}
    {/each}
    <path
      d={wash(6, width + 6)}
      fill="none"
      stroke="#000"
      stroke-opacity="0.22"
      stroke-width="1.2"
      stroke-dasharray={estimated ? '7 2.5' : undefined}
      vector-effect="non-scaling-stroke"
    />
  </svg>
</div>
