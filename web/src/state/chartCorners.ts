/** Four outer corners of a colour chart, going round, as shares of a picture's width both across and down. */
export type Corners = { x: number; y: number }[];

/** Corners that were pointed at in pixels of a picture, whatever size it is read in later. */
export const fromPixels = (pixels: { x: number; y: number }[], width: number): Corners =>
  pixels.map(({ x, y }) => ({ x: x / width, y: y / width }));
