import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Bench, Tap } from '../api/client';
import { TapQueue } from './taps.svelte';

/** The client takes fetch and Request as they are when it is made, which is before any test. */
const web = vi.hoisted(() => {
  const state = { fetch: (request: Request): Promise<Response> => Promise.reject(new Error(request.url)) };
  globalThis.fetch = ((request: Request) => state.fetch(request)) as typeof fetch;
  globalThis.Request = class extends Request {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' ? new URL(input, 'http://nube.test') : input, init);
    }
  };
  return state;
});

/** A storage that can be full, or closed to the page. */
class Shelf implements Storage {
  [name: string]: unknown;
  #kept = new Map<string, string>();
  room = Infinity;
  closed = false;

  get length() {
    return this.#kept.size;
  }
  key = (place: number) => [...this.#kept.keys()][place] ?? null;
  getItem = (key: string) => this.#kept.get(key) ?? null;
  setItem = (key: string, value: string) => {
    if (this.#kept.size >= this.room) throw new DOMException('full', 'QuotaExceededError');
    this.#kept.set(key, value);
  };
  removeItem = (key: string) => void this.#kept.delete(key);
  clear = () => this.#kept.clear();
  open = (): Storage => {
    if (this.closed) throw new DOMException('closed', 'SecurityError');
    return this;
  };
}

/** A server that takes its time, and answers what a test wants. */
class Server {
  taken: Tap[] = [];
  stale = 0;
  delay = 0;
  answer: (tap: Tap) => number = () => 200;

  fetch = async (request: Request): Promise<Response> => {
    if (request.method === 'GET') {
      this.stale = 0;
      return Response.json({});
    }
    const tap = (await request.json()) as Tap;
    if (this.delay > 0) await new Promise((done) => setTimeout(done, this.delay));
    if (this.stale > 0)
      return Response.json({ detail: 'Load it again.', type: 'urn:nube:stale-page' }, { status: 400 });
    const status = this.answer(tap);
    if (status === 0) throw new TypeError('no connection');
    if (status !== 200) return Response.json({ detail: `Refused with ${status}.` }, { status });
    this.take(tap);
    return Response.json({ serverNow: '2026-01-01T10:00:00Z' } as Bench);
  };

  /** A tap that comes twice counts once. */
  take(tap: Tap) {
    if (!this.taken.some((one) => one.id === tap.id)) this.taken.push(tap);
  }

  get kinds() {
    return this.taken.map((tap) => tap.kind);
  }
}

/** Locks as browsers have them: one holder at a time, the others in their order. */
class Locks {
  #turns = new Map<string, Promise<unknown>>();

  request = (name: string, act: () => Promise<void>) => {
    const turn = (this.#turns.get(name) ?? Promise.resolve()).then(act);
    this.#turns.set(
      name,
      turn.catch(() => undefined),
    );
    return turn;
  };
}

const run = '7f1d0000-0000-7000-8000-000000000001';
let shelf: Shelf;
let server: Server;
const bench = { set: vi.fn() };
const openQueue = () => new TapQueue(run, bench, shelf.open);

beforeEach(() => {
  vi.useFakeTimers();
  shelf = new Shelf();
  server = new Server();
  vi.stubGlobal('document', { cookie: 'nube-request=token' });
  web.fetch = server.fetch;
  vi.stubGlobal('navigator', { locks: new Locks() });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const settle = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);

describe('taps on their way', () => {
  it('all arrive in their order when three are made while the first is on its way', async () => {
    server.delay = 300;
    const taps = openQueue();
    void taps.add('done', 4);
    await settle(20);
    void taps.add('note', 0, { text: 'a drop too many' });
    await settle(20);
    void taps.add('wetNow', 4);
    expect(taps.waiting).toBe(3);
    expect(taps.holdup).toBeUndefined();
    await settle(1000);
    expect(server.kinds).toEqual(['done', 'note', 'wetNow']);
    expect(taps.waiting).toBe(0);
    expect(bench.set).toHaveBeenCalled();
  });

  it('keep the order of their making when they fall into one millisecond', async () => {
    const taps = openQueue();
    const made = ['done', 'back', 'done', 'back', 'take'] as const;
    await Promise.all(made.map((kind) => taps.add(kind, 1)));
    await settle(100);
    expect(server.kinds).toEqual(made);
  });

  it('of two windows none is lost and none arrives twice', async () => {
    server.delay = 100;
    const [one, other] = [openQueue(), openQueue()];
    void one.add('done', 1);
    await settle(10);
    void other.add('done', 2);
    await settle(10);
    void one.add('done', 3);
    await settle(1000);
    expect(server.taken.map((tap) => tap.step).sort()).toEqual([1, 2, 3]);
    expect(shelf.length).toBe(0);
  });

  it('keep their order where the browser has no locks', async () => {
    vi.stubGlobal('navigator', {});
    server.delay = 50;
    const taps = openQueue();
    for (let step = 1; step <= 5; step++) void taps.add('done', step);
    await settle(1000);
    expect(server.taken.map((tap) => tap.step)).toEqual([1, 2, 3, 4, 5]);
  });

  it('live through a reload', async () => {
    server.answer = () => 0;
    await openQueue().add('done', 7);
    server.answer = () => 200;
    const after = openQueue();
    expect(after.waiting).toBe(1);
    await after.send();
    expect(server.taken.map((tap) => tap.step)).toEqual([7]);
  });

  it('that an older page left as a list are sent, too', async () => {
    const old = { id: crypto.randomUUID(), kind: 'done', step: 9, at: '2026-01-01T10:00:00Z', text: null };
    shelf.setItem(`nube-taps-${run}`, JSON.stringify([old]));
    const taps = openQueue();
    expect(taps.waiting).toBe(1);
    await taps.send();
    expect(server.taken).toEqual([old]);
    expect(shelf.length).toBe(0);
  });

  it.each([
    [0, 'connection'],
    [408, 'busy'],
    [429, 'busy'],
    [500, 'busy'],
    [503, 'busy'],
  ])('wait after %i and are sent again by themselves', async (status, holdup) => {
    server.answer = () => status;
    const taps = openQueue();
    await taps.add('done', 1);
    expect(taps.holdup).toBe(holdup);
    await settle(1500); // tried a second time, in vain
    expect(taps.waiting).toBe(1);
    server.answer = () => 200;
    await settle(40_000);
    expect(server.kinds).toEqual(['done']);
    expect(taps.holdup).toBeUndefined();
  });

  it('wait for signing in, and are sent then', async () => {
    server.answer = () => 401;
    const taps = openQueue();
    await taps.add('done', 1);
    await taps.add('done', 2);
    expect(taps.holdup).toBe('signedOut');
    expect(taps.setAside).toEqual([]);
    server.answer = () => 200;
    const afterSignIn = openQueue();
    await afterSignIn.send();
    expect(server.taken.map((tap) => tap.step)).toEqual([1, 2]);
  });

  it('get the token of today when the page’s is stale', async () => {
    server.stale = 1;
    const taps = openQueue();
    await taps.add('done', 1);
    expect(server.kinds).toEqual(['done']);
    expect(taps.waiting).toBe(0);
  });

  it.each([400, 404, 409, 422])(
    'that end in %i are set aside and do not hold up the next',
    async (status) => {
      server.answer = (tap) => (tap.step === 1 ? status : 200);
      const taps = openQueue();
      void taps.add('done', 1);
      void taps.add('done', 2);
      await settle(100);
      expect(server.taken.map((tap) => tap.step)).toEqual([2]);
      expect(taps.setAside.map((one) => one.sentence)).toEqual([`Refused with ${status}.`]);
      // It is still told after a reload, until the maker has read it.
      const after = openQueue();
      expect(after.setAside).toHaveLength(1);
      const [first] = after.setAside;
      if (first) after.forget(first.tap);
      expect(after.setAside).toEqual([]);
      expect(shelf.length).toBe(0);
    },
  );

  it('are sent although the storage is full, and that is said', async () => {
    shelf.room = 0;
    server.answer = () => 0;
    const taps = openQueue();
    await taps.add('done', 1);
    await taps.add('done', 2);
    expect(taps.unkept).toBe(true);
    expect(taps.waiting).toBe(2);
    server.answer = () => 200;
    await taps.send();
    expect(server.taken.map((tap) => tap.step)).toEqual([1, 2]);
    expect(taps.waiting).toBe(0);
  });

  it('are sent although the storage is closed to the page, and that is said', async () => {
    shelf.closed = true;
    const taps = openQueue();
    await taps.add('done', 1);
    expect(taps.unkept).toBe(true);
    expect(server.kinds).toEqual(['done']);
  });

  it('are neither lost nor doubled nor out of order: 5,000 of 50 benches, each answer after 300 ms, the server away twice', async () => {
    server.delay = 300;
    const shelves = Array.from({ length: 50 }, () => new Shelf());
    const benches = Array.from(
      { length: 50 },
      (_, bench) => new TapQueue(`run-${bench}`, { set: vi.fn() }, shelves[bench]?.open),
    );
    let sent = 0;
    // A server that goes away may have taken the tap on its way; the page cannot know, and sends it again.
    server.answer = (tap) => {
      sent++;
      const away = (sent > 1500 && sent < 2200) || (sent > 4000 && sent < 4600);
      if (away && sent % 2 === 0) server.take(tap);
      return away ? 0 : 200;
    };
    for (let tap = 0; tap < 100; tap++) {
      for (const [bench, queue] of benches.entries()) void queue.add('note', 0, { text: `${bench} ${tap}` });
      await settle(40);
    }
    await settle(600_000);
    expect(server.taken).toHaveLength(5000);
    for (let bench = 0; bench < 50; bench++) {
      const taps = server.taken
        .filter((tap) => tap.text?.startsWith(`${bench} `))
        .map((tap) => Number(tap.text?.split(' ')[1]));
      expect(taps).toEqual(Array.from({ length: 100 }, (_, tap) => tap));
    }
    expect(shelves.map((one) => one.length)).toEqual(shelves.map(() => 0));
  }, 60_000);
});
