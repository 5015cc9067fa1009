import type { Likeness, Shadow, Wetness } from '../api/client';

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
