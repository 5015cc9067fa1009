import { api, ask, type Account } from '../api/client';
import { Resource } from './resource.svelte';

/** Who is at the bench. */
export const session = new Resource<Account>(() => ask(api.GET('/api/account')));
