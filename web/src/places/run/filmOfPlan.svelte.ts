import { api, ask } from '../../api/client';
import { FollowedJob } from '../../parts/job.svelte';
import { Film } from '../../state/film.svelte';
import { asTrouble } from '../../state/resource.svelte';

const betweenLooks = 700; // ms; pictures come faster than that

/** The film of a run's plan, as far as it is painted; it grows while the server paints. */
export class FilmOfPlan {
  film = new Film();
  whole = $state(false);
  // A first look, then a fine one.
  work = new FollowedJob(() => void this.want());
  #last = 0;
  #turn = 0;
  #gone = false;

  constructor(private readonly run: () => string) {
    $effect(() => {
      if (this.work.job?.progress === undefined || Date.now() - this.#last < betweenLooks) return;
      this.#last = Date.now();
      void this.#look();
    });
    $effect(() => () => {
      this.#gone = true;
      this.work.leave();
      this.film.pause();
    });
  }

  /** Has it painted where it is not yet, and shows what is there. */
  want = async () => {
    if (this.#gone) return;
    await this.work.startIfAny(async () => {
      const look = await ask(api.POST('/api/runs/{id}/plan/look', { params: { path: { id: this.run() } } }));
      this.#turn++;
      this.#take(look);
      return look;
    });
  };

  async #look() {
    const turn = ++this.#turn;
    try {
      const look = await ask(api.GET('/api/runs/{id}/plan/look', { params: { path: { id: this.run() } } }));
      // A slower answer to an older question is out of date.
      if (turn === this.#turn && !this.#gone) this.#take(look);
    } catch (error) {
      this.work.trouble = asTrouble(error);
    }
  }

  #take(look: { whole: boolean; stills: Film['stills'] }) {
    this.whole = look.whole;
    this.film.set(look.stills);
  }
}
