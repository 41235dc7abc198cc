import { newPhotoSchema, parseWith, photoPatchSchema } from '@variatum/contracts';
import { Router } from 'express';
import type { Database } from '../database';
import { idParameter, send } from '../http/handle';
import { addWithdrawal } from '../http/withdrawal';
import { addPhoto, changePhoto, photoBytes } from './store';

/**
 * Pictures: `POST /jobs/:id/photos`, `GET /photos/:id/file`, `PATCH /photos/:id`, `POST /photos/:id/withdraw`,
 * `POST /photos/:id/restore`.
 */
export function photoRoutes(database: Database, workshopId: string): Router {
  const router = Router();
  router.post('/jobs/:id/photos', async (request, response) => {
    const body = parseWith(newPhotoSchema, request.body);
    send(response, await addPhoto(database, workshopId, idParameter(request), body), 201);
  });
  router.get('/photos/:id/file', async (request, response) => {
    const { mediaType, bytes } = await photoBytes(database, workshopId, idParameter(request));
    response
      .set({
        'Content-Type': mediaType,
        // The bytes behind an id never change.
        'Cache-Control': 'private, max-age=31536000, immutable',
        'Content-Security-Policy': "default-src 'none'",
      })
      .send(bytes);
  });
  router.patch('/photos/:id', async (request, response) => {
    const body = parseWith(photoPatchSchema, request.body);
    send(response, await changePhoto(database, workshopId, idParameter(request), body));
  });
  addWithdrawal(router, '/photos', (id, version, withdrawnAt) =>
    changePhoto(database, workshopId, id, { version, withdrawnAt }),
  );
  return router;
}
