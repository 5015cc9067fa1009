<script lang="ts">
  import type { Account } from '../api/client';
  import { p, route } from '../routes';
  import Room from './Room.svelte';
  import Wordmark from './Wordmark.svelte';

  let { account }: { account: Account } = $props();

  const places = [
    { name: 'Line', href: p('/'), here: (path: string) => path === '/' || path.startsWith('/runs/') },
    {
      name: 'Stash',
      href: p('/stash'),
      here: (path: string) => path.startsWith('/stash') || path.startsWith('/sheets'),
    },
    { name: 'Mix', href: p('/mix'), here: (path: string) => path === '/mix' || path === '/reach' },
    { name: 'Book', href: p('/book'), here: (path: string) => path === '/book' },
  ];
</script>

<header
  class="mat-strip mx-auto flex max-w-[1400px] flex-wrap items-center gap-x-6 gap-y-1 px-4 pt-3 md:px-8"
>
  <a href={p('/')} aria-label="Nube, to the line"><Wordmark /></a>
  <nav aria-label="Places" class="flex gap-1">
    {#each places as place (place.name)}
      {@const here = place.here(route.pathname)}
      <a
        href={place.href}
        aria-current={here ? 'page' : undefined}
        class={[
          'border-b-2 px-2 py-2',
          here ? 'border-base-content font-bold' : 'border-transparent hover:border-hair',
        ]}>{place.name}</a
      >
    {/each}
  </nav>
  <div class="ml-auto"><Room {account} /></div>
</header>
