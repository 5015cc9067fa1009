import { Trouble } from '../api/client';

/** Something that the server owns: fetched, shown, fetched again when it may have changed. */
export class Resource<T> {
  value = $state.raw<T>();
  trouble = $state<Trouble>();
  busy = $state(false);
  #turn = 0;

  constructor(private readonly fetch: () => Promise<T>) {}

  refresh = async () => {
    const turn = ++this.#turn;
    this.busy = true;
    try {
      const value = await this.fetch();
      // A slower answer to an older question is out of date.
      if (turn === this.#turn) this.set(value);
    } catch (error) {
      if (turn === this.#turn) this.trouble = asTrouble(error);
    } finally {
      if (turn === this.#turn) this.busy = false;
    }
  };

  /** The same in the background: nothing that is seen waits for it, and what is asked for meanwhile counts more. */
  renew = async () => {
    const turn = this.#turn;
    try {
      const value = await this.fetch();
      if (turn === this.#turn && !this.busy) this.set(value);
    } catch (error) {
      this.trouble = asTrouble(error);
    }
  };

  set = (value: T) => {
    this.value = value;
    this.trouble = undefined;
  };

  /** Does something and keeps what went wrong; answers whether it worked. */
  attempt = async (action: () => Promise<unknown>): Promise<boolean> => {
    this.busy = true;
    try {
      await action();
      this.trouble = undefined;
      return true;
    } catch (error) {
      this.trouble = asTrouble(error);
      return false;
    } finally {
      this.busy = false;
    }
  };
}

export function asTrouble(error: unknown): Trouble {
  if (error instanceof Trouble) return error;
  throw error;
}
