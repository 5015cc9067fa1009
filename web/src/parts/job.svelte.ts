import { api, ask, Trouble, type Job } from '../api/client';
import { asTrouble } from '../state/resource.svelte';

/**
 * Work on the server that takes a while: started, followed, and stopped if wanted. It holds one connection at most: a
 * browser has only six to a server, for all its tabs together.
 */
export class FollowedJob {
  job = $state<Job>();
  trouble = $state<Trouble>();
  busy = $derived(this.job?.state === 'working');

  #events?: EventSource;
  #left = false;

  constructor(
    private readonly done: (job: Job) => void,
    private readonly failed: () => void = () => {},
  ) {}

  start = async (work: () => Promise<{ job: string }>) => {
    this.trouble = undefined;
    try {
      this.#follow((await work()).job);
    } catch (error) {
      this.trouble = asTrouble(error);
    }
  };

  /** The same where there may be nothing to do any more; answers whether there was. */
  startIfAny = async (work: () => Promise<{ job?: string | null }>): Promise<boolean> => {
    this.trouble = undefined;
    try {
      const { job } = await work();
      if (job) this.#follow(job);
      return !!job;
    } catch (error) {
      this.trouble = asTrouble(error);
      return false;
    }
  };

  stop = () => this.job && ask(api.POST('/api/jobs/{id}/cancel', { params: { path: { id: this.job.id } } }));

  /** Follows it no longer; the server goes on with it. */
  leave = () => {
    this.#left = true;
    this.#events?.close();
  };

  #follow(id: string) {
    this.#events?.close();
    if (this.#left) return;
    this.job = { id, state: 'working', progress: 0, message: 'Waiting' };
    const events = (this.#events = new EventSource(`/api/jobs/${id}/events`));
    events.onmessage = (event) => {
      const job = JSON.parse(event.data) as Job;
      this.job = job;
      if (job.state === 'working') return;
      events.close();
      if (job.state === 'done') this.done(job);
      else {
        this.trouble = new Trouble(job.message, 422);
        this.failed();
      }
    };
    // A lost connection heals by itself: the browser asks again and gets the job as it then stands.
  }
}
