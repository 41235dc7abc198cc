import type { Handlers } from '../http/endpoint-routes';
import { erasePerson, exportPerson } from './privacy';
import {
  changeRole,
  invite,
  letGo,
  listInvitations,
  listPeople,
  makeWorkshop,
  newPasswordFor,
  takeInvitationBack,
} from './store';

export const peopleHandlers = {
  'GET /people': ({ context }) => listPeople(context),
  'PATCH /people/:id': ({ context, path, body }) => changeRole(context, path.id, body.role),
  'POST /people/:id/leave': ({ context, path, body }) => letGo(context, path.id, body.pseudonym),
  'POST /people/:id/new-password': ({ context, people, path }) => newPasswordFor(context, people.pool, path.id),
  'GET /people/:id/export': ({ context, people, path }) => exportPerson(context, people.pool, path.id),
  'POST /people/:id/erase': ({ context, path }) => erasePerson(context, path.id),
  'POST /workshops': ({ context, body }) => makeWorkshop(context, body.name),
  'GET /invitations': ({ context }) => listInvitations(context),
  'POST /invitations': ({ context, body }) => invite(context, body),
  'POST /invitations/:id/take-back': ({ context, path }) => takeInvitationBack(context, path.id),
} satisfies Partial<Handlers>;
