import type { Handlers } from '../http/endpoint-routes';

export const sessionHandlers = {
  'GET /session': ({ context: { workshop, person, role } }) => Promise.resolve({ workshop, person, role }),
} satisfies Partial<Handlers>;
