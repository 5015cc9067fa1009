import { describe, expect, it } from 'vitest';
import { boxOf, middle, moved, nearBox, nearer, timesNear, type View } from './closeView';

const whole: View = { x: -4, y: -4, width: 108, height: 88 };

describe('a picture that comes nearer', () => {
  it('keeps the place about which it comes', () => {
    const about = { x: 30, y: 20 };
    const view = nearer(whole, whole, about, 2);
    expect(timesNear(view, whole)).toBeCloseTo(2);
    expect((about.x - view.x) / view.width).toBeCloseTo((about.x - whole.x) / whole.width);
    expect((about.y - view.y) / view.height).toBeCloseTo((about.y - whole.y) / whole.height);
  });

  it('comes no nearer than eight times and never farther than the whole', () => {
    expect(timesNear(nearer(whole, whole, middle(whole), 100), whole)).toBeCloseTo(8);
    expect(nearer(nearer(whole, whole, { x: 90, y: 70 }, 4), whole, { x: 0, y: 0 }, 0.01)).toEqual(whole);
  });

  it('stays inside the picture however far it is moved', () => {
    const view = nearer(whole, whole, middle(whole), 4);
    const far = moved(view, whole, { x: 1000, y: -1000 });
    expect(far.x + far.width).toBeCloseTo(whole.x + whole.width);
    expect(far.y).toBeCloseTo(whole.y);
    expect(moved(whole, whole, { x: 5, y: 5 })).toEqual(whole);
  });
});

describe('coming near what is in hand', () => {
  it('finds the box around outlines', () => {
    expect(boxOf(['M10 20L30 20L30.5 45Z', 'M8 30L12 31Z'])).toEqual({
      x: 8,
      y: 20,
      width: 22.5,
      height: 25,
    });
    expect(boxOf([])).toBeUndefined();
  });

  it('shows a small box with something around it, and a large one whole', () => {
    const small = nearBox({ x: 60, y: 50, width: 6, height: 4 }, whole);
    expect(timesNear(small, whole)).toBeCloseTo(3);
    expect(middle(small)).toEqual({ x: 63, y: 52 });
    expect(nearBox({ x: 2, y: 2, width: 95, height: 70 }, whole)).toEqual(whole);
  });

  it('stays inside the picture beside its edge', () => {
    const view = nearBox({ x: 0, y: 0, width: 3, height: 3 }, whole);
    expect([view.x, view.y]).toEqual([whole.x, whole.y]);
  });
});
