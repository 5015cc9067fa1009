import { asTrouble, type Resource } from './resource.svelte';
import { clock } from './clock.svelte';
import { inOneWindow } from './oneWindow';
import { TapShelf } from './tapShelf';
import { api, ask, Trouble, type Bench, type Tap } from '../api/client';

/** Why taps wait: the server is not reached, it is busy, or nobody is signed in. */
export type Holdup = 'connection' | 'busy' | 'signedOut';

/** A tap that the server can never take, with its reason. */
export type SetAside = { tap: Tap; sentence: string };

const firstPause = 1000;
const longestPause = 30_000;

/**
 * Taps on their way to the server. They are kept on the device until the server has them, so that none is lost with a
 * connection or a page, and sent one after the other; their ids make a tap that is sent twice count once.
 */
export class TapQueue {
  waiting = $state(0);
  holdup = $state<Holdup>();
  setAside = $state.raw<SetAside[]>([]);
  /** The device keeps nothing: its storage is full or closed. What waits is lost with this page. */
  unkept = $state(false);
  readonly #shelf: TapShelf;
  #pause = firstPause;
  #again: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly run: string,
    private readonly bench: Pick<Resource<Bench>, 'set'>,
    storage: () => Storage = () => localStorage,
  ) {
    this.#shelf = new TapShelf(run, storage);
    this.#count();
  }

  add = async (kind: Tap['kind'], step: number, more: Partial<Tap> = {}) => {
    this.#shelf.add({ id: crypto.randomUUID(), kind, step, at: clock.text(), text: null, ...more });
    this.#count();
    await this.send();
  };

  /** Sends what waits, oldest first. Of all windows one sends at a time; the others' taps wait on the same shelf. */
  send = async () => {
    if (!this.run || this.#shelf.first() === undefined) return;
    clearTimeout(this.#again);
    await inOneWindow(`nube-taps-${this.run}`, async () => {
      for (let tap = this.#shelf.first(); tap; tap = this.#shelf.first()) {
        if (!(await this.#sendOne(tap))) return;
      }
    });
  };

  /** The maker has read why a tap came to nothing. */
  forget = (tap: Tap) => {
    this.#shelf.forget(tap);
    this.#count();
  };

  /** Another window put a tap on the shelf, or took one away. */
  lookAgain = () => this.#count();

  /** Sends a tap; answers whether the next one may follow. */
  async #sendOne(tap: Tap): Promise<boolean> {
    try {
      const view = await this.#post(tap);
      this.#shelf.remove(tap);
      this.holdup = undefined;
      this.#pause = firstPause;
      clock.set(view.serverNow);
      this.bench.set(view);
      return true;
    } catch (error) {
      const trouble = asTrouble(error);
      this.holdup = holdupOf(trouble);
      // A tap that the server refuses for good does not get better by waiting, nor may it hold up those behind it.
      if (this.holdup === undefined) this.#shelf.setAside(tap, trouble.message);
      else if (this.holdup !== 'signedOut') this.#tryLater();
      return this.holdup === undefined;
    } finally {
      this.#count();
    }
  }

  async #post(body: Tap): Promise<Bench> {
    const post = () =>
      ask(api.POST('/api/runs/{id}/bench/taps', { params: { path: { id: this.run } }, body }));
    try {
      return await post();
    } catch (error) {
      if (!asTrouble(error).isStalePage) throw error;
      // The page's token is of an older sign-in; looking at the account brings the one of today.
      await ask(api.GET('/api/account'));
      return await post();
    }
  }

  #tryLater() {
    this.#again = setTimeout(() => void this.send(), this.#pause);
    this.#pause = Math.min(2 * this.#pause, longestPause);
  }

  #count() {
    this.waiting = this.#shelf.waiting();
    this.setAside = this.#shelf.aside();
    this.unkept = this.#shelf.unkept;
  }
}

/** What a tap has to wait for after this trouble; nothing when the server can never take it. */
function holdupOf({ status, isStalePage }: Trouble): Holdup | undefined {
  if (status === 401 || isStalePage) return 'signedOut';
  if (status === 0) return 'connection';
  return [408, 425, 429].includes(status) || status >= 500 ? 'busy' : undefined;
}
