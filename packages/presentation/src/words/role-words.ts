import type { Role } from '@variatum/contracts';

/** What somebody is in a workshop, and what that lets them do. */
export const ROLE_WORDS: Readonly<Record<Role, { readonly title: string; readonly may: string }>> = {
  owner: { title: 'Owner', may: 'everything, and keeps settings and people' },
  welder: { title: 'Welder', may: 'works on jobs and stock' },
  checker: { title: 'Checker', may: 'tests, takes pictures and decides; changes no jobs and no settings' },
  reader: { title: 'Reader', may: 'looks on' },
};
