import type { Type } from '@angular/core';
import type { IconName } from '../kit/marks/icons';

/** A place of the program besides the open job. */
export interface Area {
  readonly path: string;
  readonly title: string;
  readonly icon: IconName;
  readonly load: () => Promise<Type<unknown>>;
}

/** All areas, in the order of the header. One is added by an entry here: routes, header and search follow. */
export const AREAS: readonly Area[] = [
  { path: '', title: 'Job board', icon: 'board', load: () => import('../board/board').then((m) => m.Board) },
  { path: 'rack', title: 'Rod rack', icon: 'rack', load: () => import('../rack/rack').then((m) => m.Rack) },
  {
    path: 'reference',
    title: 'Reference',
    icon: 'reference',
    load: () => import('../reference/reference').then((m) => m.Reference),
  },
  {
    path: 'logbook',
    title: 'Logbook',
    icon: 'logbook',
    load: () => import('../logbook/logbook').then((m) => m.Logbook),
  },
  {
    path: 'settings',
    title: 'Settings',
    icon: 'settings',
    load: () => import('../settings/settings').then((m) => m.Settings),
  },
  { path: 'help', title: 'Help', icon: 'help', load: () => import('../help/help').then((m) => m.Help) },
];
