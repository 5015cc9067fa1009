import type { Gradient, GradientFill } from '../api/client';

type Place = { x: number; y: number };
type Zone = 'whole' | 'light' | 'shadow';

/** The colours of one zone along a gradient, first to last; a zone without its own has the middle's. */
export const coloursOf = (gradient: GradientFill, zone: Zone) =>
  gradient.steps.map((step) => step[zone] ?? step.whole);

/** Rings that make a gradient which no fill of the browser can draw: how far along the way each is, and its colour. */
export function rings(colours: string[], count = 24): { at: number; colour: string }[] {
  return Array.from({ length: count }, (_, ring) => {
    const at = ring / (count - 1);
    return { at, colour: mixed(colours, at * (colours.length - 1)) };
  });
}

/** The colour between two of a row. */
function mixed(colours: string[], place: number): string {
  const before = Math.min(Math.floor(place), colours.length - 1);
  const [one, other] = [colours[before] ?? '#000000', colours[before + 1] ?? colours[before] ?? '#000000'];
  const share = Math.round((place - before) * 100);
  return share === 0 ? one : `color-mix(in srgb, ${other} ${share}%, ${one})`;
}

/** The direction in which a stroke was drawn, degrees: 0 to the right, 90 down; whole ones. */
export const directionOf = (from: Place, to: Place) =>
  Math.round(((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 360);

/** A gradient as a stroke on the picture shows it: its direction, its point, or one point more. */
export function shown(gradient: Gradient, from: Place, to: Place): Gradient {
  const point = { x: Math.round(from.x * 10) / 10, y: Math.round(from.y * 10) / 10 };
  const far = Math.hypot(to.x - from.x, to.y - from.y) >= 1; // mm: less is a tap
  switch (gradient.way) {
    case 'across':
      return far ? { ...gradient, degrees: directionOf(from, to) } : gradient;
    case 'fromPoint':
      return { ...gradient, points: [point] };
    case 'dropIns':
      return { ...gradient, points: [...(gradient.points ?? []), point].slice(0, 12) };
    default:
      return gradient;
  }
}

/** What is still to be shown on the picture before it can be laid; nothing where all is said. */
export const missing = (gradient: Gradient) =>
  (gradient.way === 'fromPoint' || gradient.way === 'dropIns') && (gradient.points ?? []).length === 0;
