import { api, ask } from '../api/client';
import { FollowedJob } from './job.svelte';

/** Has the cards of runs painted that are shown somewhere, one after the other: first looks of all, then fine ones. */
export class WantedLooks {
  #known: string[] = [];
  #waiting: string[] = [];
  #now?: string;
  #work: FollowedJob;

  /** Called whenever more of them is painted. */
  constructor(painted: () => void) {
    this.#work = new FollowedJob(
      () => {
        painted();
        if (this.#now) this.#waiting.push(this.#now); // there may be a finer one
        void this.#next();
      },
      () => void this.#next(),
    );
    $effect(() => this.#work.leave);
  }

  want(run: string) {
    if (this.#known.includes(run)) return;
    this.#known.push(run);
    this.#waiting.push(run);
    if (!this.#now) void this.#next();
  }

  async #next() {
    for (this.#now = this.#waiting.shift(); this.#now; this.#now = this.#waiting.shift()) {
      const path = { id: this.#now };
      if (await this.#work.startIfAny(() => ask(api.POST('/api/runs/{id}/plan/look', { params: { path } }))))
        return;
    }
  }
}
