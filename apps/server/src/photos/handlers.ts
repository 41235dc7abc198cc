import { createHash } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, madeFrom, withdraws } from '../store';
import { readJob } from '../jobs/store';
import { addPhoto, changePhoto, photoBytes, repeatedPhoto } from './store';

/** A picture is sent as it is, under its own media type; what is said of it stands in the query. */
export const photoHandlers = {
  'POST /jobs/:id/photos': async ({ context, path, query: { id = uuid(), ...said }, body }) => {
    const fingerprint = madeFrom('picture', path.id, said, createHash('sha256').update(body).digest('base64url'));
    const known = await repeatedPhoto(context, id, fingerprint);
    if (known) return known;
    await readJob(context, path.id);
    const prepared = await context.compute.picture(body);
    return addPhoto(context, path.id, { id, ...said }, prepared, fingerprint);
  },
  'GET /photos/:id/file': ({ context, path }) => photoBytes(context, path.id),
  'PATCH /photos/:id': ({ context, path, body }) => changePhoto(context, path.id, body),
  'POST /photos/:id/withdraw': withdraws(changePhoto),
  'POST /photos/:id/restore': bringsBack(changePhoto),
} satisfies Partial<Handlers>;
