import type { Tap } from '../api/client';
import type { SetAside } from './taps.svelte';

/**
 * Where the taps of a run lie on the device until the server has them. Each has a key of its own: putting one down and
 * taking one away never touches another, whichever window does it.
 */
export class TapShelf {
  /** The device keeps nothing: what lies here is lost with the page. */
  unkept = false;
  readonly #inPage = new Map<string, string>();
  readonly #taps: string;
  readonly #aside: string;
  #last = 0;

  constructor(
    run: string,
    private readonly storage: () => Storage,
  ) {
    this.#taps = `nube-tap-${run}-`;
    this.#aside = `nube-aside-${run}-`;
    this.#takeOverList(`nube-taps-${run}`);
  }

  add(tap: Tap) {
    this.#put(this.#keyOf(tap), JSON.stringify(tap));
  }

  /** The oldest tap. */
  first(): Tap | undefined {
    const key = this.#keys(this.#taps)[0];
    return key === undefined ? undefined : (JSON.parse(this.#get(key) ?? 'null') ?? undefined);
  }

  waiting = () => this.#keys(this.#taps).length;

  remove(tap: Tap) {
    this.#drop(this.#taps, tap.id);
  }

  setAside(tap: Tap, sentence: string) {
    this.#put(this.#aside + tap.id, JSON.stringify({ tap, sentence }));
    this.remove(tap);
  }

  aside = (): SetAside[] => this.#keys(this.#aside).map((key) => JSON.parse(this.#get(key) ?? 'null'));

  forget(tap: Tap) {
    this.#drop(this.#aside, tap.id);
  }

  /** Keys sort in the order of the taps: by moment, and those of the same millisecond as they came. */
  #keyOf(tap: Tap) {
    this.#last = Math.max(this.#last + 1, 1000 * Date.parse(tap.at ?? new Date().toISOString()));
    return `${this.#taps}${String(this.#last).padStart(17, '0')}-${tap.id}`;
  }

  #keys(start: string): string[] {
    const kept: string[] = [];
    try {
      const storage = this.storage();
      for (let place = 0; place < storage.length; place++) kept.push(storage.key(place) ?? '');
    } catch {
      this.unkept = true;
    }
    return [...new Set([...kept, ...this.#inPage.keys()])].filter((key) => key.startsWith(start)).sort();
  }

  #get(key: string): string | null {
    return this.#inPage.get(key) ?? this.storage().getItem(key);
  }

  #put(key: string, value: string) {
    try {
      this.storage().setItem(key, value);
    } catch {
      // Full, or closed to this page: the maker is told, and the tap lives as long as the page does.
      this.unkept = true;
      this.#inPage.set(key, value);
    }
  }

  #drop(start: string, id: string) {
    for (const key of this.#keys(start).filter((one) => one.endsWith(id))) {
      if (!this.#inPage.delete(key)) this.storage().removeItem(key);
    }
  }

  /** Taps that wait from before each had a key of its own. */
  #takeOverList(key: string) {
    try {
      const list = this.storage().getItem(key);
      if (list === null) return;
      for (const tap of JSON.parse(list) as Tap[]) this.add(tap);
      this.storage().removeItem(key);
    } catch {
      this.unkept = true;
    }
  }
}
