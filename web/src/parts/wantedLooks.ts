import { api, ask } from '../api/client';
import { FollowedJob } from './job.svelte';

/** Has the cards of runs painted that are shown somewhere, each once. */
export class WantedLooks {
  #wanted = new Set<string>();

  /** Called whenever more of them is painted. */
  constructor(private readonly painted: () => void) {}

  want(run: string) {
    if (this.#wanted.has(run)) return;
    this.#wanted.add(run);
    this.#paint(run);
  }

  /** A first look, then a fine one. */
  #paint(run: string) {
    const work = new FollowedJob(() => {
      this.painted();
      this.#paint(run);
    });
    void work.startIfAny(() => ask(api.POST('/api/runs/{id}/plan/look', { params: { path: { id: run } } })));
  }
}
