import { api, ask, type Design } from '../api/client';
import { Resource } from './resource.svelte';

/** What the cards of a run are made of, asked for once it is wanted. */
export function madeOf(run: () => string, wanted: () => boolean): Resource<Design> {
  const made = new Resource<Design>(() =>
    ask(api.GET('/api/runs/{id}/design', { params: { path: { id: run() } } })),
  );
  $effect(() => {
    if (run() && wanted() && !made.value) void made.refresh();
  });
  return made;
}
