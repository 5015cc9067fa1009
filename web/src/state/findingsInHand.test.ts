import { describe, expect, it } from 'vitest';
import type { Finding } from '../api/client';
import { FindingsInHand } from './findingsInHand.svelte';

const finding = (area: number): Finding => ({
  kind: 'tooPale',
  area,
  other: null,
  title: '',
  reason: '',
  outline: '',
  seen: null,
  expected: null,
  was: null,
  isMeant: false,
  keptBack: false,
});

describe('the findings of a card', () => {
  it('begin with the first, which is most worth mending', () => {
    const inHand = new FindingsInHand(() => [finding(3), finding(1)]);
    expect(inHand.finding?.area).toBe(3);
  });

  it('are walked through, and the walk stays at both ends', () => {
    const inHand = new FindingsInHand(() => [finding(3), finding(1)]);
    inHand.step(1);
    inHand.step(1);
    expect(inHand.finding?.area).toBe(1);
    inHand.step(-1);
    inHand.step(-1);
    expect(inHand.finding?.area).toBe(3);
  });

  it('are told by what they are about, wherever they stand', () => {
    const inHand = new FindingsInHand(() => [finding(7), finding(3), { ...finding(1), isMeant: true }]);
    inHand.take(finding(1));
    expect(inHand.finding?.isMeant).toBe(true);
    expect(inHand.place).toBe(2);
  });

  it('are none on a card without', () => {
    const inHand = new FindingsInHand(() => []);
    inHand.step(1);
    expect(inHand.finding).toBeUndefined();
  });
});
