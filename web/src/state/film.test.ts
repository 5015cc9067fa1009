import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Still } from '../api/client';
import { Film } from './film.svelte';

const still = (number: number, pass: number, coarse = false): Still => ({
  number,
  pass,
  coarse,
  moment: 'dry',
  seconds: number * 60,
  inWords: `still ${number}`,
  url: `/${number}/${coarse ? 'coarse' : 'fine'}`,
});

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

test('the last still is seen until another is chosen', () => {
  const film = new Film();
  film.set([still(0, 4)]);
  expect(film.seen?.number).toBe(0);
  film.set([still(0, 4), still(1, 4)]);
  expect(film.seen?.number).toBe(1);
  film.show(0);
  film.set([still(0, 4), still(1, 4), still(2, 7)]);
  expect(film.seen?.number).toBe(0);
});

test('a finer still takes the place of the first look', () => {
  const film = new Film();
  film.set([still(0, 4, true), still(1, 4, true)]);
  film.show(0);
  film.set([still(0, 4), still(1, 4, true)]);
  expect(film.seen?.url).toBe('/0/fine');
});

test('a pass shows its first still when it is just done and its last when it is dry', () => {
  const film = new Film();
  film.set([still(0, 4), still(1, 4), still(2, 7), still(3, 7)]);
  expect(film.justDone(7)?.number).toBe(2);
  expect(film.ofPass(7)?.number).toBe(3);
  expect(film.ofPass(9)).toBeUndefined();
  film.showPass(4);
  expect(film.place).toBe(1);
  film.showPass(9);
  expect(film.place).toBe(1);
});

test('it plays to its end, and from the beginning once it has ended', () => {
  const film = new Film();
  film.set([still(0, 4), still(1, 4), still(2, 7)]);
  film.play();
  expect([film.playing, film.place]).toEqual([true, 0]);
  vi.advanceTimersByTime(2000);
  expect(film.place).toBe(2);
  vi.advanceTimersByTime(1000);
  expect([film.playing, film.place]).toEqual([false, 2]);
});

test('it stops when it is paused, and does not play a single still', () => {
  const film = new Film();
  film.set([still(0, 4)]);
  film.play();
  expect(film.playing).toBe(false);
  film.set([still(0, 4), still(1, 4), still(2, 7)]);
  film.show(0);
  film.play();
  vi.advanceTimersByTime(950);
  film.pause();
  vi.advanceTimersByTime(5000);
  expect(film.place).toBe(1);
});
