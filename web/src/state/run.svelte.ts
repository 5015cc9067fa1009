import { getContext, setContext } from 'svelte';
import { api, ask, type Piece, type Run } from '../api/client';
import { clock } from './clock.svelte';
import { Resource } from './resource.svelte';

const key = Symbol('run');

/** The run in hand, shared by its stages. */
export function provideRun(id: () => string): Resource<Run> {
  const run = new Resource<Run>(async () => {
    const view = await ask(api.GET('/api/runs/{id}', { params: { path: { id: id() } } }));
    clock.set(view.serverNow);
    return view;
  });
  setContext(key, run);
  return run;
}

export const useRun = () => getContext<Resource<Run>>(key);

/** The piece of a run that its stages show: the first. */
export const pieceOf = (run: Run | undefined): Piece | undefined => run?.pieces[0];

/** The colour of its paper; bare paper while there is none to show. */
export const paperOf = (run: Run | undefined) => pieceOf(run)?.paperColour ?? '#fbfaf7';
