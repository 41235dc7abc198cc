import type { Routes } from '@angular/router';
import { AREAS } from './frame/areas';
import { STAGES } from './job/stages';

declare const ngDevMode: unknown;

const titled = (title: string): string => `${title} · Variatum`;

export const routes: Routes = [
  ...AREAS.map(({ path, title, load }): Routes[number] => ({
    path,
    pathMatch: 'full',
    title: titled(title),
    loadComponent: load,
  })),
  // The page of tokens and components is for those who build: other builds leave it out altogether.
  ...(ngDevMode
    ? [{ path: 'style', title: titled('Style'), loadComponent: () => import('./style/style').then((m) => m.Style) }]
    : []),
  {
    path: 'jobs/:id',
    loadComponent: () => import('./job/job-page').then((m) => m.JobPage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: STAGES[0]?.id ?? '' },
      ...STAGES.map(({ id, title, load }) => ({ path: id, title: titled(title), loadComponent: load })),
    ],
  },
  { path: 'join', title: titled('Join'), loadComponent: () => import('./sign-in/join').then((m) => m.Join) },
  { path: 'trust', title: titled('Trust'), loadComponent: () => import('./trust/trust').then((m) => m.Trust) },
  { path: '**', redirectTo: '' },
];
