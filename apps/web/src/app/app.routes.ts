import type { Routes } from '@angular/router';

declare const ngDevMode: unknown;

export const routes: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Job board · Variatum',
    loadComponent: () => import('./board/board').then((m) => m.Board),
  },
  { path: 'rack', title: 'Rod rack · Variatum', loadComponent: () => import('./rack/rack').then((m) => m.Rack) },
  {
    path: 'reference',
    title: 'Reference · Variatum',
    loadComponent: () => import('./reference/reference').then((m) => m.Reference),
  },
  {
    path: 'settings',
    title: 'Settings · Variatum',
    loadComponent: () => import('./settings/settings').then((m) => m.Settings),
  },
  {
    path: 'help',
    title: 'Help · Variatum',
    loadComponent: () => import('./help/help').then((m) => m.Help),
  },
  // The page of tokens and components is for those who build: other builds leave it out altogether.
  ...(ngDevMode
    ? [{ path: 'style', title: 'Style · Variatum', loadComponent: () => import('./style/style').then((m) => m.Style) }]
    : []),
  {
    path: 'jobs/:id',
    loadComponent: () => import('./job/job-page').then((m) => m.JobPage),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'job' },
      {
        path: 'job',
        title: 'Job · Variatum',
        loadComponent: () => import('./stages/job-stage').then((m) => m.JobStage),
      },
      {
        path: 'pieces',
        title: 'Pieces · Variatum',
        loadComponent: () => import('./stages/pieces/pieces-stage').then((m) => m.PiecesStage),
      },
      {
        path: 'identify',
        title: 'Identify · Variatum',
        loadComponent: () => import('./stages/identify-stage').then((m) => m.IdentifyStage),
      },
      {
        path: 'joint',
        title: 'Joint · Variatum',
        loadComponent: () => import('./stages/joint-stage').then((m) => m.JointStage),
      },
      {
        path: 'rod',
        title: 'Rod · Variatum',
        loadComponent: () => import('./stages/rod-stage').then((m) => m.RodStage),
      },
    ],
  },
  { path: '**', redirectTo: '' },
];
