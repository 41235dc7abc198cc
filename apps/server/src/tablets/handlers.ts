import type { Handlers } from '../http/endpoint-routes';
import { endTablet, enrolTablet, listTablets } from './store';

export const tabletHandlers = {
  'GET /tablets': async ({ context, visit }) => listTablets(context, (await visit.tablet())?.id ?? null),
  'POST /tablets': async ({ context, visit, body }) => {
    const { tablet, token } = await enrolTablet(context, body.name);
    visit.becomeTablet(token);
    return tablet;
  },
  'POST /tablets/:id/end': async ({ context, visit, path }) =>
    endTablet(context, path.id, (await visit.tablet())?.id ?? null),
} satisfies Partial<Handlers>;
