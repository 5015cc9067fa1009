import type { Likeness, Shadow, Tone, Wetness } from '../api/client';

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

export const shadowWords: Record<Shadow, string> = {
  none: 'No shadow',
  soft: 'Soft shadow',
  deep: 'Deep shadow',
};

export const toneWords: Record<Tone['way'], string> = {
  anotherLayer: 'another layer of the same',
  brownGlaze: 'a thin wash of brown over it, once dry',
  sibling: 'another mix',
  moreWater: 'more water',
};
