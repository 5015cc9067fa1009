<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Fill, Image } from '../api/client';
  import type { View } from '../state/closeView';
  import GradientPaint from './GradientPaint.svelte';

  // The image as it lies on its paper: paint below, stamped lines above.
  let {
    image,
    paper,
    ground = null,
    fills = [],
    look = null,
    label,
    faded = false,
    mat = true,
    view,
    children,
  }: {
    image: Image | null;
    paper: string;
    ground?: string | null;
    fills?: Fill[];
    /** Address of a picture of the painted card, where there is one: it takes the place of ground and fills. */
    look?: string | null;
    label: string;
    faded?: boolean;
    /** It lies on the mat; a card that hangs on the line does not need one of its own. */
    mat?: boolean;
    /** The part that is seen; all of it otherwise. */
    view?: View;
    children?: Snippet;
  } = $props();

  const own = $props.id();
  const black = '#1b1b1d'; // lines are kept in it
  const areas = $derived(new Map(image?.areas.map((area) => [area.id, area])));
  const margin = $derived(look ? 0 : image ? Math.max(image.widthMm, image.heightMm) * 0.04 : 0);
  const seen = $derived<View>(
    view ?? {
      x: -margin,
      y: -margin,
      width: (image?.widthMm ?? 0) + 2 * margin,
      height: (image?.heightMm ?? 0) + 2 * margin,
    },
  );
  // Lines under melted powder stand up and shine, all of them or those of chosen areas.
  const raised = $derived(look ? (image?.dams.lines ?? 'none') : 'none');
  const printed = $derived(image?.areas.filter((area) => area.printed) ?? []);
  const painted = $derived(
    fills.flatMap((fill) => (areas.get(fill.area) ? [{ fill, area: areas.get(fill.area) }] : [])),
  );
</script>

<div class={['h-full w-full', mat && 'mat p-4']}>
  {#if image}
    <svg
      viewBox="{seen.x} {seen.y} {seen.width} {seen.height}"
      style:background={paper}
      class="card-paper block h-full w-full"
      role="img"
      aria-label={label}
    >
      {#if raised !== 'none'}
        <filter id="{own}-powder" x="0" y="0" width="100%" height="100%" color-interpolation-filters="sRGB">
          <feGaussianBlur in="SourceAlpha" stdDeviation="0.1" result="round" />
          <feOffset in="round" dx="-0.1" dy="-0.1" result="towards" />
          <feOffset in="round" dx="0.1" dy="0.1" result="away" />
          <feComposite in="towards" in2="away" operator="arithmetic" k2="1.6" k3="-1.6" result="shoulder" />
          <feFlood flood-color="white" />
          <feComposite in2="shoulder" operator="in" />
          <feComposite in2="SourceAlpha" operator="in" />
        </filter>
        {#if raised === 'chosen'}
          <mask id="{own}-along">
            {#each image.dams.areas as id (id)}
              <path d={areas.get(id)?.outline} fill="none" stroke="white" stroke-width="2.4" />
            {/each}
          </mask>
        {/if}
      {/if}
      <g opacity={faded ? 0.45 : 1}>
        {#if look}
          <image href={look} x="0" y="0" width={image.widthMm} height={image.heightMm} />
        {:else if ground}
          <rect
            x={-margin}
            y={-margin}
            width={image.widthMm + 2 * margin}
            height={image.heightMm + 2 * margin}
            fill={ground}
          />
        {/if}
        {#each look ? [] : printed as area (area.id)}
          <path d={area.outline} fill={area.printed} fill-rule="evenodd" class="print" />
        {/each}
        {#each look ? [] : painted as { fill, area } (fill.area)}
          <g style:color={fill.whole}>
            {#if fill.gradient}
              {@const gradient = fill.gradient}
              <GradientPaint {gradient} zone="whole" d={area?.outline ?? ''} />
              {#if area?.lightOutline && gradient.steps.some((step) => step.light)}
                <GradientPaint {gradient} zone="light" d={area.lightOutline} />
              {/if}
              {#if area?.shadowOutline && gradient.steps.some((step) => step.shadow)}
                <GradientPaint {gradient} zone="shadow" d={area.shadowOutline} />
              {/if}
            {:else}
              <path d={area?.outline} fill={fill.whole} fill-rule="evenodd" class="dry-rim" />
              {#if fill.light}<path d={area?.lightOutline} fill={fill.light} fill-rule="evenodd" />{/if}
              {#if fill.shadow}<path d={area?.shadowOutline} fill={fill.shadow} fill-rule="evenodd" />{/if}
            {/if}
            {#if area?.whiteOutline}<path
                d={area.whiteOutline}
                fill={ground ?? paper}
                fill-rule="evenodd"
              />{/if}
          </g>
        {/each}
        {#if image.lineColour === black}
          <image href={image.lineUrl} x="0" y="0" width={image.widthMm} height={image.heightMm} />
        {:else}
          <mask id="{own}-line" style:mask-type="alpha">
            <image href={image.lineUrl} x="0" y="0" width={image.widthMm} height={image.heightMm} />
          </mask>
          <rect
            width={image.widthMm}
            height={image.heightMm}
            fill={image.lineColour}
            mask="url(#{own}-line)"
          />
        {/if}
        {#if raised !== 'none'}
          <g mask={raised === 'chosen' ? `url(#${own}-along)` : undefined}>
            <image
              href={image.lineUrl}
              x="0"
              y="0"
              width={image.widthMm}
              height={image.heightMm}
              filter="url(#{own}-powder)"
            />
          </g>
        {/if}
      </g>
      {@render children?.()}
    </svg>
  {:else}
    <svg
      viewBox="0 0 40 34"
      style:background={paper}
      class="card-paper block h-full w-full"
      role="img"
      aria-label={label}
    >
      <path
        d="M8 26c4-9 8-14 13-14s7 5 11 3"
        fill="none"
        stroke="#b9bbbe"
        stroke-width="0.8"
        stroke-dasharray="1.6 1.6"
      />
    </svg>
  {/if}
</div>

<style>
  /* A print lets the paper through: what it takes of white, it takes of any paper. */
  .print {
    mix-blend-mode: multiply;
  }
  /* Pigment gathers at the edge of a wash as it dries. */
  .dry-rim {
    stroke: color-mix(in srgb, currentColor 82%, black);
    stroke-width: 0.35;
  }
</style>
