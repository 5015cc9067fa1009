import { beforeEach, expect, test, vi } from 'vitest';
import type { Job } from '../api/client';
import { FollowedJob } from './job.svelte';

/** Connections of a browser, as far as a job uses them. */
class Events {
  static all: Events[] = [];
  onmessage?: (event: { data: string }) => void;
  open = true;
  constructor(readonly address: string) {
    Events.all.push(this);
  }
  close = () => (this.open = false);
  say = (job: Partial<Job>) => this.onmessage?.({ data: JSON.stringify(job) });
}

beforeEach(() => {
  Events.all = [];
  vi.stubGlobal('EventSource', Events);
});

const open = () => Events.all.filter((events) => events.open).map((events) => events.address);

test('work that is started anew lets go of the connection of the former', async () => {
  const work = new FollowedJob(() => {});
  await work.start(() => Promise.resolve({ job: 'one' }));
  await work.startIfAny(() => Promise.resolve({ job: 'two' }));
  expect(open()).toEqual(['/api/jobs/two/events']);
});

test('whoever leaves holds no connection, and gets none afterwards', async () => {
  const work = new FollowedJob(() => {});
  await work.start(() => Promise.resolve({ job: 'one' }));
  const late = work.start(() => Promise.resolve({ job: 'late' }));
  work.leave();
  await late;
  expect(open()).toEqual([]);
});

test('it says how far it is, and how it ended', async () => {
  const ended: string[] = [];
  const work = new FollowedJob(
    () => ended.push('done'),
    () => ended.push('failed'),
  );
  await work.start(() => Promise.resolve({ job: 'one' }));
  Events.all[0]?.say({ state: 'working', progress: 0.5, message: 'Half' });
  expect([work.busy, work.job?.progress]).toEqual([true, 0.5]);
  Events.all[0]?.say({ state: 'done', progress: 1, message: 'All' });
  await work.start(() => Promise.resolve({ job: 'two' }));
  Events.all[1]?.say({ state: 'failed', progress: 0, message: 'Too large' });
  expect([ended, work.trouble?.message, open()]).toEqual([['done', 'failed'], 'Too large', []]);
});

test('where there is nothing to do, nothing is followed', async () => {
  const work = new FollowedJob(() => {});
  expect(await work.startIfAny(() => Promise.resolve({ job: null }))).toBe(false);
  expect([open(), work.busy]).toEqual([[], false]);
});
