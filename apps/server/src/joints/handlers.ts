import { completeJoint, MOST_PIECES } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { readJob } from '../jobs/store';
import { putJoint } from './store';

export const jointHandlers = {
  'PUT /jobs/:id/joint': async ({ context, path, body }) => {
    const { pieceCount } = await readJob(context, path.id);
    // The core's own check of numbers and names; families do not matter for it.
    completeJoint(
      body.joint,
      Array.from({ length: Math.max(1, Math.min(MOST_PIECES, pieceCount)) }, () => 'austenitic' as const),
    );
    return putJoint(context, path.id, body);
  },
} satisfies Partial<Handlers>;
