import { expect, test } from 'vitest';
import { Trouble } from '../api/client';
import { Resource } from './resource.svelte';

/** Answers one question after the other, when it is told to. */
function asked() {
  const questions: { answer: (value: number) => void; fail: (error: Error) => void }[] = [];
  const fetch = () => new Promise<number>((answer, fail) => questions.push({ answer, fail }));
  return { questions, resource: new Resource(fetch) };
}

test('what is renewed in the background does not make anything wait', async () => {
  const { questions, resource } = asked();
  const renewed = resource.renew();
  expect(resource.busy).toBe(false);
  questions[0]?.answer(1);
  await renewed;
  expect(resource.value).toBe(1);
});

test('what is asked for meanwhile counts more', async () => {
  const { questions, resource } = asked();
  const renewed = resource.renew();
  const refreshed = resource.refresh();
  expect(resource.busy).toBe(true);
  questions[1]?.answer(2);
  await refreshed;
  questions[0]?.answer(1);
  await renewed;
  expect([resource.value, resource.busy]).toEqual([2, false]);
});

test('what goes wrong in the background is said', async () => {
  const { questions, resource } = asked();
  const renewed = resource.renew();
  questions[0]?.fail(new Trouble('It is not there any more.', 404));
  await renewed;
  expect(resource.trouble?.message).toBe('It is not there any more.');
});
