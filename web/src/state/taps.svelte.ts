import { api, ask, Trouble, type Bench, type Tap } from '../api/client';
import { clock } from './clock.svelte';
import type { Resource } from './resource.svelte';

/**
 * Taps on their way to the server. They are kept on the device until the server has them, so that none is lost with a
 * connection or a page, and sent one after the other; their ids make a tap that is sent twice count once.
 */
export class TapQueue {
  waiting = $state(0);
  readonly #key: string;
  #sending = false;

  constructor(
    private readonly run: string,
    private readonly bench: Resource<Bench>,
  ) {
    this.#key = `nube-taps-${run}`;
    this.waiting = this.#load().length;
  }

  async add(kind: Tap['kind'], step: number, more: Partial<Tap> = {}) {
    const tap: Tap = { id: crypto.randomUUID(), kind, step, at: clock.text(), text: null, ...more };
    this.#store([...this.#load(), tap]);
    await this.send();
  }

  async send() {
    if (this.#sending || !this.run) return;
    this.#sending = true;
    try {
      for (let [first, ...rest] = this.#load(); first; [first, ...rest] = this.#load()) {
        const body = first;
        const view = await ask(
          api.POST('/api/runs/{id}/bench/taps', { params: { path: { id: this.run } }, body }),
        );
        this.#store(rest);
        clock.set(view.serverNow);
        this.bench.set(view);
      }
      this.waiting = 0;
    } catch (error) {
      if (!(error instanceof Trouble)) throw error;
      const lost = error.status === 0 || error.status >= 500;
      // A tap that the server refuses will not get better by waiting.
      if (!lost) this.#store(this.#load().slice(1));
      this.waiting = lost ? this.#load().length : 0;
      if (lost) setTimeout(() => void this.send(), 3000);
      else this.bench.trouble = error;
    } finally {
      this.#sending = false;
    }
  }

  #load(): Tap[] {
    return JSON.parse(localStorage.getItem(this.#key) ?? '[]') as Tap[];
  }

  #store(taps: Tap[]) {
    if (taps.length > 0) localStorage.setItem(this.#key, JSON.stringify(taps));
    else localStorage.removeItem(this.#key);
  }
}
