import type { Still } from '../api/client';

const secondsOfStill = 0.9; // that each is seen while the film plays

/** Where in the film of a card one is. What is kept is the number of a still, so that finer ones can take its place. */
export class Film {
  stills = $state<Still[]>([]);
  #number = $state<number>();
  playing = $state(false);
  #timer: ReturnType<typeof setInterval> | undefined;

  /** The still that is seen: the last one until another is chosen. */
  seen = $derived(this.stills.find((still) => still.number === this.#number) ?? this.stills.at(-1));
  place = $derived(this.seen ? this.stills.indexOf(this.seen) : 0);

  set(stills: Still[]) {
    this.stills = stills;
  }

  show(place: number) {
    this.#number = this.stills[Math.max(0, Math.min(this.stills.length - 1, place))]?.number;
  }

  /** Shows the card after a pass, dry. */
  showPass(pass: number) {
    const dry = this.ofPass(pass);
    if (dry) this.#number = dry.number;
  }

  /** The card after a pass: dry, or as far as it is painted. */
  ofPass(pass: number): Still | undefined {
    return this.stills.findLast((still) => still.pass === pass);
  }

  /** The card right after a pass, wet. */
  justDone(pass: number): Still | undefined {
    return this.stills.find((still) => still.pass === pass);
  }

  play() {
    if (this.playing || this.stills.length < 2) return;
    if (this.place === this.stills.length - 1) this.show(0);
    this.playing = true;
    this.#timer = setInterval(() => this.#next(), secondsOfStill * 1000);
  }

  pause() {
    clearInterval(this.#timer);
    this.playing = false;
  }

  #next() {
    if (this.place + 1 >= this.stills.length) this.pause();
    else this.show(this.place + 1);
  }
}
