import { describe, expect, it } from 'vitest';
import type { Gradient, GradientFill } from '../api/client';
import { coloursOf, directionOf, missing, rings, shown } from './gradient';

const across: Gradient = { way: 'across', degrees: 0, softness: 1, points: [] };

describe('a gradient shown on the picture', () => {
  it('takes its direction from the stroke, clockwise from the right', () => {
    expect(directionOf({ x: 0, y: 0 }, { x: 10, y: 0 })).toBe(0);
    expect(directionOf({ x: 0, y: 0 }, { x: 0, y: 10 })).toBe(90);
    expect(directionOf({ x: 5, y: 5 }, { x: 0, y: 0 })).toBe(225);
    expect(shown(across, { x: 1, y: 1 }, { x: 1, y: 9 }).degrees).toBe(90);
  });

  it('keeps its direction at a mere tap', () => {
    expect(shown({ ...across, degrees: 45 }, { x: 3, y: 3 }, { x: 3.2, y: 3 }).degrees).toBe(45);
  });

  it('has one point to go out from, and several to drop colour in at', () => {
    const out = shown({ ...across, way: 'fromPoint' }, { x: 1, y: 2 }, { x: 1, y: 2 });
    expect(shown(out, { x: 3.04, y: 4 }, { x: 3, y: 4 }).points).toEqual([{ x: 3, y: 4 }]);
    const drops = shown({ ...across, way: 'dropIns' }, { x: 1, y: 2 }, { x: 1, y: 2 });
    expect(shown(drops, { x: 3, y: 4 }, { x: 3, y: 4 }).points).toHaveLength(2);
  });

  it('says when a point is still to be tapped', () => {
    expect(missing(across)).toBe(false);
    expect(missing({ ...across, way: 'dropIns' })).toBe(true);
    expect(missing({ ...across, way: 'fromPoint', points: [{ x: 1, y: 1 }] })).toBe(false);
  });
});

describe('a gradient that is drawn', () => {
  const steps = [
    { whole: '#ff0000', light: null, shadow: '#800000' },
    { whole: '#0000ff', light: '#8080ff', shadow: null },
  ];

  it('has the middle where a zone has no colour of its own', () => {
    const gradient = { steps } as GradientFill;
    expect(coloursOf(gradient, 'shadow')).toEqual(['#800000', '#0000ff']);
    expect(coloursOf(gradient, 'light')).toEqual(['#ff0000', '#8080ff']);
  });

  it('goes from the first colour to the last in rings', () => {
    const all = rings(['#ff0000', '#00ff00', '#0000ff'], 5);
    expect(all.map((ring) => ring.at)).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect(all[0]?.colour).toBe('#ff0000');
    expect(all[1]?.colour).toBe('color-mix(in srgb, #00ff00 50%, #ff0000)');
    expect(all[2]?.colour).toBe('#00ff00');
    expect(all[4]?.colour).toBe('#0000ff');
  });
});
