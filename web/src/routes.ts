import { createRouter } from 'sv-router';
import Line from './places/Line.svelte';
import Missing from './places/Missing.svelte';
import RunPlace from './places/run/RunPlace.svelte';

export const { p, navigate, route } = createRouter({
  '/': Line,
  '/stash': () => import('./places/Stash.svelte'),
  '/stash/:id': () => import('./places/stash/ItemPlace.svelte'),
  '/sheets/:id': () => import('./places/stash/SheetPlace.svelte'),
  '/mix': () => import('./places/Mix.svelte'),
  '/reach': () => import('./places/Reach.svelte'),
  '/habits': () => import('./places/Habits.svelte'),
  '/account': () => import('./places/AccountPlace.svelte'),
  '/book': () => import('./places/Book.svelte'),
  '/runs/:id': {
    '/design': () => import('./places/run/DesignStage.svelte'),
    '/image': () => import('./places/run/ImageStage.svelte'),
    '/colours': () => import('./places/run/ColoursStage.svelte'),
    '/plan': () => import('./places/run/PlanStage.svelte'),
    '/bench': () => import('./places/run/BenchStage.svelte'),
    '/check': () => import('./places/run/CheckStage.svelte'),
    '/finish': () => import('./places/run/FinishStage.svelte'),
    layout: RunPlace,
  },
  '*': Missing,
});
