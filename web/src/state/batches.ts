/**
 * Sends things in the order in which they come, one lot after the other: what comes while a lot is on its way goes
 * together with the next. A lot that fails is told and dropped; what waits behind it is still sent.
 */
export class Batches<T> {
  #waiting: T[] = [];
  #sending: Promise<void> | undefined;

  constructor(private readonly send: (lot: T[]) => Promise<void>) {}

  /**
   * Adds something, or several things that stay together; answers when nothing waits any more. Added twice while it
   * waits, it is sent once.
   */
  add(...items: T[]): Promise<void> {
    this.#waiting.push(...items.filter((item) => !this.#waiting.includes(item)));
    this.#sending ??= this.#sendAll().finally(() => (this.#sending = undefined));
    return this.#sending;
  }

  async #sendAll() {
    while (this.#waiting.length > 0) {
      const lot = this.#waiting;
      this.#waiting = [];
      await this.send(lot);
    }
  }
}
