import { untrack } from 'svelte';
import { api, ask, type Account } from '../api/client';
import { Resource } from './resource.svelte';

/** Who is at the bench. */
export const session = new Resource<Account>(() => ask(api.GET('/api/account')));

/** Acts when the air of the room has changed since a place was opened: plans and drying follow it. */
export function whenRoomChanges(act: () => void) {
  let before: string | undefined;
  $effect(() => {
    const room = JSON.stringify(session.value?.room);
    if (before !== undefined && room !== before) untrack(act);
    before = room;
  });
}
