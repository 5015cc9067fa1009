import { describe, expect, it } from 'vitest';
import { Batches } from './batches';

/** A sender that answers when it is told to. */
function slow() {
  const lots: number[][] = [];
  const answers: (() => void)[] = [];
  const batches = new Batches<number>((lot) => {
    lots.push(lot);
    return new Promise((resolve) => answers.push(resolve));
  });
  return { batches, lots, answer: () => answers.shift()?.() };
}

describe('Batches', () => {
  it('sends the first at once and gathers what comes meanwhile', async () => {
    const { batches, lots, answer } = slow();
    const first = batches.add(1);
    void batches.add(2);
    const last = batches.add(3);
    expect(lots).toEqual([[1]]);
    answer();
    await Promise.resolve();
    await Promise.resolve();
    expect(lots).toEqual([[1], [2, 3]]);
    answer();
    await Promise.all([first, last]);
    expect(lots).toHaveLength(2);
  });

  it('sends what was tapped twice while it waited once, and again when it is tapped later', async () => {
    const { batches, lots, answer } = slow();
    void batches.add(1);
    void batches.add(2);
    const done = batches.add(2);
    answer();
    await Promise.resolve();
    await Promise.resolve();
    answer();
    await done;
    expect(lots).toEqual([[1], [2]]);
    const again = batches.add(2);
    expect(lots).toEqual([[1], [2], [2]]);
    answer();
    await again;
  });

  it('goes on after a lot that failed, when something is added', async () => {
    const lots: number[][] = [];
    const batches = new Batches<number>((lot) => {
      lots.push(lot);
      return lots.length === 1 ? Promise.reject(new Error('no connection')) : Promise.resolve();
    });
    await expect(batches.add(1)).rejects.toThrow('no connection');
    await batches.add(2);
    expect(lots).toEqual([[1], [2]]);
  });

  it('sends what was added together in one lot', async () => {
    const lots: number[][] = [];
    const batches = new Batches<number>((lot) => {
      lots.push(lot);
      return Promise.resolve();
    });
    await batches.add(4, 1, 2);
    expect(lots).toEqual([[4, 1, 2]]);
  });
});
