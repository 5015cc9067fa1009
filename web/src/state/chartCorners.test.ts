import { describe, expect, it } from 'vitest';
import { fromPixels } from './chartCorners';

describe('corners of a chart', () => {
  it('are shares of the width, down as well as across', () => {
    const corners = fromPixels(
      [
        { x: 100, y: 50 },
        { x: 200, y: 300 },
      ],
      400,
    );
    expect(corners).toEqual([
      { x: 0.25, y: 0.125 },
      { x: 0.5, y: 0.75 },
    ]);
  });
});
