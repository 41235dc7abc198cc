import { newPhotoSchema, parseWith, photoPatchSchema } from '@variatum/contracts';
import express, { Router } from 'express';
import * as z from 'zod';
import type { Database } from '../database';
import { idParameter, send } from '../http/handle';
import { addPhoto, changePhoto, photoBytes } from './store';

const versionSchema = z.strictObject({ version: z.int().min(1) });
const CAPTIONED_PICTURE = '5mb';

/**
 * Pictures: `POST /jobs/:id/photos`, `GET /photos/:id/file`, `PATCH /photos/:id`, `POST /photos/:id/withdraw`,
 * `POST /photos/:id/restore`. To be mounted ahead of the usual body reader, which takes less.
 */
export function photoRoutes(database: Database, workshopId: string): Router {
  const router = Router();
  router.post(
    '/jobs/:id/photos',
    express.json({ limit: CAPTIONED_PICTURE, strict: true }),
    async (request, response) => {
      const body = parseWith(newPhotoSchema, request.body);
      send(response, await addPhoto(database, workshopId, idParameter(request), body), 201);
    },
  );
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
  const small = express.json({ limit: '1mb', strict: true });
  router.patch('/photos/:id', small, async (request, response) => {
    const body = parseWith(photoPatchSchema, request.body);
    send(response, await changePhoto(database, workshopId, idParameter(request), body));
  });
  for (const [action, stamp] of [
    ['withdraw', () => new Date()],
    ['restore', () => null],
  ] as const)
    router.post(`/photos/:id/${action}`, small, async (request, response) => {
      const { version } = parseWith(versionSchema, request.body);
      send(response, await changePhoto(database, workshopId, idParameter(request), { version, withdrawnAt: stamp() }));
    });
  return router;
}
