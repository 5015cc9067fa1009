import type {
  Colourant,
  Companion,
  Corner,
  Deviation,
  Glue,
  Gradient,
  Grain,
  GroundFrom,
  Habits,
  LearnedErring,
  LengthUnit,
  Likeness,
  Medium,
  Method,
  OnPaper,
  Opening,
  OpeningFigure,
  PictureShows,
  PieceKind,
  Recipe,
  RelineWith,
  Shadow,
  Tap,
  TapKind,
  Tone,
  Wetness,
} from '../api/client';

/** The product's words for what the server names. */
export const wetnessWords: Record<Wetness, string> = {
  wet: 'wet',
  shining: 'shining',
  damp: 'damp',
  dry: 'dry',
  boneDry: 'bone dry',
};

export const likenessWords: Record<Likeness, string> = {
  twin: 'twin',
  close: 'close',
  near: 'near',
  another: 'another colour',
};

/** How far a recipe comes out off by the maker's hand, after how near it comes; nothing where the hand is not known. */
export const byHandWords = (recipe: Recipe) =>
  typeof recipe.byHand === 'number' ? `; by your hand ±\u00a0${recipe.byHand.toFixed(1)}` : '';

export const shadowWords: Record<Shadow, string> = {
  none: 'No shadow',
  soft: 'Soft shadow',
  deep: 'Deep shadow',
};

export const companionWords: Record<Companion['role'], string> = {
  light: 'light',
  shadow: 'shadow',
  over: 'over it',
  into: 'into',
};

/** How colours go that pass into each other. */
export const gradientWords: Record<Gradient['way'], string> = {
  across: 'across',
  fromPoint: 'from a point outwards',
  fromEdge: 'from the outline inwards',
  roundShapes: 'from the shapes in it outwards',
  dropIns: 'one dropped into the other',
};

export const toneWords: Record<Tone['way'], string> = {
  anotherLayer: 'another layer of the same',
  brownGlaze: 'a thin wash of brown over it, once dry',
  sibling: 'another mix',
  moreWater: 'more water',
};

const media: Record<Medium, string> = {
  pan: 'pan',
  tube: 'tube',
  inkPad: 'ink pad',
  brushMarker: 'brush marker',
  brushPen: 'brush pen',
  watercolourPencil: 'watercolour pencil',
  waxPencil: 'wax pencil',
  oilPencil: 'oil pencil',
  alcoholMarker: 'alcohol marker',
  blendingInk: 'blending ink',
  opaqueWhite: 'opaque white',
  gelPen: 'gel pen',
  glitter: 'glitter',
};

/** Kinds of colourant, in the order in which they are offered. */
export const mediumNames = Object.entries(media) as [Medium, string][];

/** More than one of a kind: "wax pencils", "opaque white". */
export const plural = (kind: string) => (kind === 'opaque white' || kind === 'glitter' ? kind : `${kind}s`);

/** What a colourant's colour is known from. */
export function knownFrom(colourant: Colourant): string {
  if (colourant.howSure === null) return colourant.provenance === 'published' ? 'published' : 'estimated';
  return `measured, ± ${colourant.howSure.toFixed(1)}`;
}

/** "half left", as one would say it over the table. */
export function leftInWords(left: number): string {
  if (left <= 0.02) return 'empty';
  if (left < 0.15) return 'nearly empty';
  if (left < 0.4) return 'about a quarter left';
  if (left < 0.65) return 'about half left';
  if (left < 0.9) return 'three quarters left';
  return 'full';
}

/** What becomes of a colour on a paper or card. */
export const effectWords: Record<OnPaper['effect'], string> = {
  shows: '',
  shadesTheCard: 'shades the card itself',
  needsWhite: 'needs opaque white under it',
  disappears: 'disappears on it',
};

type Speed = Habits['speeds'][number];

/** What the hand does. */
export const strokeWords: Record<Speed['stroke'], string> = {
  wash: 'A wash',
  gradedWash: 'A graded wash',
  dropIn: 'Wet in wet',
  pull: 'Line and pull',
  leadWash: 'A wash from the lead',
  draw: 'A pencil layer',
  wetDrawn: 'Wetting pencil',
  penPair: 'Light and dark pen',
  burnish: 'Burnishing',
  dissolve: 'Solvent and stump',
  marker: 'A marker coat',
  sponge: 'Sponging',
  whiteBase: 'A white base',
  redraw: 'Drawing details',
  skim: 'Raised parts',
  around: 'Painting around',
  lift: 'Lifting',
  loose: 'A loose wash',
  bands: 'Bands',
  printBands: 'Printing bands',
  blend: 'Blending a panel',
  blendThrough: 'Ink through a stencil',
  mistAndBlot: 'Mist and blot',
  printPattern: 'Printing a pattern',
  soften: 'Softening',
  dip: 'Dipping',
  splatter: 'Splatter',
  highlight: 'Highlights',
  reline: 'Lining',
  stampAgain: 'Stamping again',
  erase: 'Erasing',
  buff: 'Buffing',
  pressPattern: 'pressing a pattern',
  sprayResist: 'resist spray',
  emboss: 'embossing',
  spreadPaste: 'stencil paste',
  addShine: 'gloss and glitter',
  cutOut: 'die cutting',
  setOnFoam: 'setting on foam',
  own: 'a step of your own',
  variegate: 'One colour into another',
  trim: 'cutting to size',
  cutByHand: 'cutting by hand',
  cutPartly: 'cutting in part',
  fold: 'scoring and folding',
  stampImage: 'stamping',
  stampWords: 'stamping words',
  layMask: 'masking',
  takeMaskOff: 'taking a mask off',
  tapeDown: 'taping down',
  traceGuides: 'tracing',
  flatten: 'flattening',
  inlay: 'inlaying',
  stackCuts: 'stacking cuts',
  setDots: 'dots and confetti',
  fixWithTape: 'putting on with tape',
  fixWithGlue: 'putting on with glue',
  putWeight: 'a weight on top',
  trimOverhang: 'trimming what hangs over',
  putIntoEnvelope: 'into the envelope',
};

/** What holds a piece on what lies under it. */
export const pictureShows: Record<PictureShows, string> = {
  lines: 'lines, with bare paper between them',
  colouredLines: 'lines, and what they enclose is printed in colour',
  print: 'a print in colour without lines',
};

export const glueWords: Record<Glue, string> = {
  tape: 'tape: flat, at once, dry',
  liquid: 'liquid glue: time to slide',
};

/** Directions, by eighths of a turn, clockwise from the right. */
export const directionWords = [
  'from left to right',
  'from top left to bottom right',
  'from top to bottom',
  'from top right to bottom left',
  'from right to left',
  'from bottom right to top left',
  'from bottom to top',
  'from bottom left to top right',
];

/** In what lengths are said. */
export const lengthWords: Record<LengthUnit, string> = {
  asMade: 'as the card is made',
  millimetres: 'in millimetres',
  inches: 'in inches',
};

/** From where the hues of a ground follow each other. */
export const groundFromWords: Record<GroundFrom, string> = {
  oneSide: 'from one side to the other',
  edges: 'from the edges inwards',
  centre: 'from the middle outwards',
  corners: 'from corners',
};

export const figureWords: Record<OpeningFigure, string> = {
  dots: 'dots',
  stripes: 'stripes',
  diamonds: 'diamonds',
};

export const cornerWords: Record<Corner, string> = {
  topLeft: 'top left',
  topRight: 'top right',
  bottomRight: 'bottom right',
  bottomLeft: 'bottom left',
};

/** With what lines are made crisp again. */
export const lineWords: Record<RelineWith, string> = {
  pen: 'a fine pen',
  pencil: 'a sharp pencil',
  stamp: 'the stamp again',
};

/** What is done several times, and what these are called. */
export const countedWords: Partial<Record<Method, string>> = {
  dipAndDry: 'Dips',
  rainbowStamp: 'Prints from one inking',
  stampedWords: 'Prints from one inking',
  stackedCuts: 'Cuts',
};

/** Where in the course of a card, or of a piece, something is done. */
export const workGroups = [
  { group: 'pieces', words: 'Stamping, masking, cutting, folding' },
  { group: 'ground', words: 'Before the colour' },
  { group: 'finish', words: 'On the colour' },
  { group: 'assembly', words: 'Cutting and putting together' },
] as const;

/** The group of a method for whole cards or pieces. */
export const groupOf = (method: { phase: string; ofPieces: boolean }): string =>
  method.ofPieces ? 'pieces' : method.phase;

/** How wet the brush is. */
export const waterWords: Record<Speed['water'], string> = {
  dryBrush: 'dry',
  damp: 'damp',
  wash: 'wet',
  juicy: 'very wet',
  flood: 'flooded',
};

const tapKindWords: Record<TapKind, string> = {
  done: '“Done”',
  back: '“Back”',
  wetNow: '“Wet now”',
  take: '“Do this meanwhile”',
  note: 'The note',
  heated: '“Heated”',
  dryNow: '“It is dry”',
  dryHere: '“It is dry”',
  stillWet: '“It is still wet”',
  skip: '“Leave this step out”',
  spill: 'The spill',
  otherMix: 'The other colour',
  timer: 'The timer',
  timerOff: 'Taking a timer away',
  air: 'The air of the room',
  oneMore: 'one more layer',
  ownStep: 'a step of your own',
  whichPrint: 'Which print it is',
};

/** What a tap said: "“Done” at step 4", "The note “a drop too many”". */
export function tapWords({ kind, step, text }: Tap): string {
  const what = tapKindWords[kind] + (text ? ` “${text}”` : '');
  return step > 0 ? `${what} at step ${step}` : what;
}

/** What could be done otherwise than planned. */
export const deviationWords: Record<Deviation, string> = {
  tooEarly: 'Too early',
  moreWater: 'Much more water',
  layerFewer: 'A layer fewer',
  lastFirst: 'The last pass first',
  heat: 'Heat tool',
  neighbourToo: 'A neighbour while it is wet',
  noDams: 'No dams',
  otherPaper: 'Another paper',
};

/** What a piece of a card is. */
export const pieceKindWords: Record<PieceKind, string> = {
  image: 'Image',
  ground: 'Ground',
  greeting: 'Greeting',
  mat: 'Mat',
  frame: 'Frame',
  shape: 'Shape',
  strip: 'Strip',
};

/** How a card opens. */
export const openingWords: Record<Opening, string> = {
  flat: 'not at all: one leaf',
  tent: 'upwards, like a tent',
  side: 'to the side, like a book',
  gate: 'like a gate, by two flaps',
};

/** How the fibres of a sheet run. */
export const grainWords: Record<Grain, string> = {
  any: 'not known',
  alongWidth: 'along its width',
  alongHeight: 'along its height',
};

export const erringWithWords: Record<LearnedErring['with'], string> = {
  paint: 'Paint',
  ink: 'Ink',
  pencil: 'Pencil',
};

export const erringInWords: Record<LearnedErring['in'], string> = {
  spread: 'from area to area',
  unevenness: 'within an area',
  mixing: 'mixing',
};
