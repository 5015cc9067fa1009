import { expect, test } from 'vitest';
import { inTurn } from './inTurn';

test('what is asked for while something is under way sees what that changed', async () => {
  let kept: string[] = [];
  const open: (() => void)[] = [];
  const change = inTurn();
  const add = (one: string) =>
    change(async () => {
      const before = kept;
      await new Promise<void>((answer) => open.push(answer));
      kept = [...before, one];
    });

  const all = [add('scarlet'), add('umber'), add('leaf green')];
  for (const [place, one] of all.entries()) {
    await expect.poll(() => open.length).toBe(place + 1);
    open[place]?.();
    await one;
  }

  expect(kept).toEqual(['scarlet', 'umber', 'leaf green']);
});

test('what went wrong holds up nothing after it', async () => {
  const change = inTurn();
  const failed = change(() => Promise.reject(new Error('gone')));

  await expect(failed).rejects.toThrow('gone');
  expect(await change(() => Promise.resolve(2))).toBe(2);
});
