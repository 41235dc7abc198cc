import type { Handlers } from '../http/endpoint-routes';
import { ProblemError } from '../http/problem-error';

export const networkHandlers = {
  'GET /network': ({ reach }) => Promise.resolve(reach.told()),
  'GET /network/authority': ({ reach }) => {
    const bytes = reach.authority();
    if (!bytes) throw ProblemError.notFound('authority of this machine');
    return Promise.resolve({ mediaType: 'application/x-x509-ca-cert', bytes, saveAs: 'variatum-authority.crt' });
  },
} satisfies Partial<Handlers>;
