import { newPhotoSchema, parseWith, PHOTO_MEDIA_TYPES, PHOTO_MOST_BYTES, photoPatchSchema } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import express, { Router } from 'express';
import { createHash } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { madeFrom } from '../http/made-from';
import { ProblemError } from '../http/problem-error';
import { addWithdrawal } from '../http/withdrawal';
import { readJob } from '../jobs/store';
import { addPhoto, changePhoto, photoBytes, repeatedPhoto } from './store';

/**
 * Pictures: `POST /jobs/:id/photos`, `GET /photos/:id/file`, `PATCH /photos/:id`, `POST /photos/:id/withdraw`,
 * `POST /photos/:id/restore`. A picture is sent as it is, under its own media type; what is said of it stands in the query.
 */
export function photoRoutes(open: OpenDatabase, workshopId: string, compute: Compute): Router {
  const router = Router();
  const { database } = open;
  const picture = express.raw({ type: [...PHOTO_MEDIA_TYPES], limit: PHOTO_MOST_BYTES });
  router.post('/jobs/:id/photos', picture, async (request, response) => {
    const jobId = idParameter(request);
    const { id = uuid(), ...said } = parseWith(newPhotoSchema, request.query);
    const body: unknown = request.body;
    if (!Buffer.isBuffer(body)) {
      if (request.headers['content-type'] === undefined)
        throw InputError.at('body', `missing; send a picture, one of ${PHOTO_MEDIA_TYPES.join(', ')}`);
      throw ProblemError.unsupported(`Send a picture, one of ${PHOTO_MEDIA_TYPES.join(', ')}.`);
    }
    const fingerprint = madeFrom('picture', jobId, said, createHash('sha256').update(body).digest('base64url'));
    const known = await repeatedPhoto(database, workshopId, id, fingerprint);
    if (known) {
      send(response, known, 201);
      return;
    }
    await readJob(database, workshopId, jobId);
    const prepared = await compute.picture(body);
    send(response, await addPhoto(open, workshopId, jobId, { id, ...said }, prepared, fingerprint), 201);
  });
  router.get('/photos/:id/file', async (request, response) => {
    const { mediaType, bytes } = await photoBytes(database, workshopId, idParameter(request));
    response
      .set({
        'Content-Type': mediaType,
        // The bytes behind an id never change.
        'Cache-Control': 'private, max-age=31536000, immutable, no-transform',
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
