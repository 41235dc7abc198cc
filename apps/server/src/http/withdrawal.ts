import { parseWith, versionBodySchema } from '@variatum/contracts';
import type { Router } from 'express';
import { idParameter, send } from './handle';

/**
 * Adds `POST <path>/:id/withdraw` and `POST <path>/:id/restore`: nothing is ever erased, only withdrawn and brought back.
 * @param set changes the thing upon a version and answers it; `withdrawnAt` is the moment, or null when it comes back
 */
export function addWithdrawal(
  router: Router,
  path: string,
  set: (id: string, version: number, withdrawnAt: Date | null) => Promise<unknown>,
): void {
  for (const action of ['withdraw', 'restore'] as const)
    router.post(`${path}/:id/${action}`, async (request, response) => {
      const { version } = parseWith(versionBodySchema, request.body);
      send(response, await set(idParameter(request), version, action === 'withdraw' ? new Date() : null));
    });
}
