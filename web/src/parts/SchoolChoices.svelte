<script lang="ts">
  import type { Schools } from '../api/client';

  // Where makers disagree: both ways are right, and one of them is yours.
  let { schools, change }: { schools: Schools; change: (schools: Schools) => void } = $props();

  type Choices = { [Key in keyof Schools]: { asks: string; ways: Record<Schools[Key], string> } };
  const choices: Choices = {
    tones: {
      asks: 'Tones',
      ways: { lightToDark: 'light to dark: adding is easy', darkFirst: 'dark first, light pulled into it' },
    },
    approach: {
      asks: 'Washes',
      ways: {
        atOnce: 'at once as the recipe says',
        fromBelow: 'paler first, then a look, then more',
      },
    },
    edges: {
      asks: 'Edges',
      ways: { controlled: 'in hand: no wet areas touch', loose: 'the water decides' },
    },
    drying: {
      asks: 'Drying',
      ways: { air: 'in the air: flat and free', heat: 'with a heat tool: fast, warps, never with solvent' },
    },
    turns: {
      asks: 'Colours',
      ways: {
        steady: 'card after card, with few changes',
        soonest: 'in turns, as all is done soonest',
        fewRinses: 'with few rinses and steps',
        oneByOne: 'one over all cards, then the next',
      },
    },
    pencils: {
      asks: 'Pencil',
      ways: { dry: 'dry layers', burnish: 'burnished with a pale pencil', solvent: 'solvent and stump' },
    },
    pens: {
      asks: 'Pens',
      ways: { water: 'blended with water', blender: 'with a blender pen', none: 'not blended' },
    },
    whites: {
      asks: 'White things',
      ways: { tints: 'shaded with pale tints', greyThenWhite: 'light grey, then white pencil' },
    },
    shadows: {
      asks: 'Shadows',
      ways: {
        gentle: 'gentle: 7 darker',
        usual: 'as most: 10 darker, 20 where deep',
        strong: 'strong: 14 darker, 28 where deep',
      },
    },
    mixes: {
      asks: 'Mixes',
      ways: {
        fewColours: 'as few colours as possible',
        worthIt: 'a second colour where it is seen',
        asClose: 'as close to the wish as possible',
      },
    },
    prints: {
      asks: 'Prints under pencil',
      ways: {
        third: 'a third of them shows',
        half: 'half of them shows',
        twoThirds: 'two thirds of them show',
        nothing: 'strokes close together',
      },
    },
    inks: {
      asks: 'Ink pads',
      ways: { asTheyAre: 'as they are, with water', onTheMat: 'mixed with each other on a mat' },
    },
    reds: { asks: 'Reds', ways: { brown: 'deepened with brown', deeperRed: 'with a deeper red' } },
    overlaps: { asks: 'Overlaps', ways: { mask: 'mask and stamp', cutOut: 'cut out and layer' } },
    glue: { asks: 'Fixing', ways: { tape: 'tape or foam: dry', liquid: 'liquid glue: time to slide' } },
    panels: {
      asks: 'Panels',
      ways: { outside: 'blended from the outside in', centre: 'from the centre out, behind a centrepiece' },
    },
  };
  const own = $props.id();
</script>

<div class="mt-3 grid gap-x-8 gap-y-2 lg:grid-cols-2">
  {#each Object.entries(choices) as [key, choice] (key)}
    <fieldset>
      <legend class="font-bold">{choice.asks}</legend>
      {#each Object.entries(choice.ways) as [way, words] (way)}
        <label class="mr-5 inline-flex min-h-9 items-center gap-2">
          <input
            class="radio radio-sm"
            type="radio"
            name="{own}-{key}"
            checked={schools[key as keyof Schools] === way}
            onchange={() => change({ ...schools, [key]: way })}
          />
          {words}
        </label>
      {/each}
    </fieldset>
  {/each}
</div>
