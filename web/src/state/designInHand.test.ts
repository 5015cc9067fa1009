import { describe, expect, it } from 'vitest';
import { Trouble, type Design, type DesignGiven } from '../api/client';
import { DesignInHand } from './designInHand.svelte';

const piece = (id: string, leftMm = 0) => ({
  id,
  kind: 'image' as const,
  name: id,
  width: '50 mm',
  height: '60 mm',
  widthMm: 50,
  heightMm: 60,
  leftMm,
  topMm: 0,
  paper: null,
  paperColour: '#ffffff',
  raisedMm: 0,
  spare: 0,
  border: null,
  fromPicture: null,
});
const design = (...ids: string[]) =>
  ({
    format: 'A6',
    turned: false,
    width: '105 mm',
    height: '148 mm',
    opening: 'side',
    leftFlap: null,
    basePaper: null,
    pieces: ids.map((id) => piece(id)),
  }) as unknown as Design;

/** A server that keeps what it is given. */
async function inHand(first: Design, refuses = false) {
  const sent: DesignGiven[] = [];
  const hand = new DesignInHand(
    () => Promise.resolve(first),
    (given) => {
      if (refuses) return Promise.reject(new Trouble('No.', 422));
      sent.push(given);
      const pieces = given.pieces.map((one) => ({
        ...piece(one.id ?? 'new', one.leftMm ?? 0),
        name: one.name,
      }));
      return Promise.resolve({ ...first, ...given, pieces } as unknown as Design);
    },
  );
  await hand.shown.refresh();
  return { hand, sent, ids: () => hand.shown.value?.pieces.map((one) => one.id) };
}

describe('a design in hand', () => {
  it('keeps each change at once and takes it back', async () => {
    const { hand, sent, ids } = await inHand(design('a', 'b'));
    expect(hand.canUndo).toBe(false);
    await hand.remove('a');
    expect(ids()).toEqual(['b']);
    await hand.move('b', 3, 1);
    expect(sent.at(-1)?.pieces[0]).toMatchObject({ leftMm: 3, topMm: 1 });
    await hand.undo();
    expect(sent.at(-1)?.pieces[0]).toMatchObject({ leftMm: 0 });
    await hand.undo();
    expect(ids()).toEqual(['a', 'b']);
    expect(hand.canUndo).toBe(false);
  });

  it('lays a mat under the piece that it goes around, and others on top', async () => {
    const { hand, ids } = await inHand(design('a', 'b'));
    await hand.add({
      id: 'mat',
      kind: 'mat',
      name: 'Mat',
      around: 'b',
      raisedMm: 0,
      spare: 0,
      inside: false,
      cutOut: false,
    });
    expect(ids()).toEqual(['a', 'mat', 'b']);
    await hand.add({
      id: 'top',
      kind: 'greeting',
      name: 'Words',
      raisedMm: 0,
      spare: 0,
      inside: false,
      cutOut: false,
    });
    expect(ids()).toEqual(['a', 'mat', 'b', 'top']);
    await hand.raise('a', 1);
    expect(ids()).toEqual(['mat', 'a', 'b', 'top']);
    await hand.raise('top', 1);
    expect(ids()).toEqual(['mat', 'a', 'b', 'top']);
  });

  it('says what was refused and keeps what was there', async () => {
    const { hand, ids } = await inHand(design('a'), true);
    await hand.remove('a');
    expect(hand.shown.trouble?.message).toBe('No.');
    expect(ids()).toEqual(['a']);
    expect(hand.canUndo).toBe(false);
  });
});
