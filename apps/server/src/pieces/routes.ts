import { newPieceSchema, parseWith, piecePatchSchema } from '@variatum/contracts';
import { findGrade, findItemFamily, findRod, InputError, type FieldError } from '@variatum/metallurgy';
import { Router } from 'express';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { addWithdrawal } from '../http/withdrawal';
import { addPiece, changePiece } from './store';

/** Pieces: `POST /jobs/:id/pieces`, `PATCH /pieces/:id`, `POST /pieces/:id/withdraw`, `POST /pieces/:id/restore`. */
export function pieceRoutes(open: OpenDatabase, workshopId: string, compute: Compute): Router {
  const router = Router();
  router.post('/jobs/:id/pieces', async (request, response) => {
    const body = parseWith(newPieceSchema, request.body);
    checkNames(body);
    send(response, await addPiece(open, compute, workshopId, idParameter(request), body), 201);
  });
  router.patch('/pieces/:id', async (request, response) => {
    const body = parseWith(piecePatchSchema, request.body);
    checkNames(body);
    send(response, await changePiece(open, compute, workshopId, idParameter(request), body));
  });
  addWithdrawal(router, '/pieces', (id, version, withdrawnAt) =>
    changePiece(open, compute, workshopId, id, { version, withdrawnAt }),
  );
  return router;
}

/** Names that must be in a catalogue. @throws InputError */
function checkNames(body: {
  grade?: string | null | undefined;
  weldMetal?: string | null | undefined;
  family?: string | null | undefined;
}): void {
  const errors: FieldError[] = [];
  if (body.grade && !findGrade(body.grade))
    errors.push({ path: 'grade', message: `"${body.grade}" is not in the catalogue of base metals` });
  if (body.weldMetal && !findRod(body.weldMetal))
    errors.push({ path: 'weldMetal', message: `"${body.weldMetal}" is not in the catalogue of rods` });
  if (body.family && !findItemFamily(body.family))
    errors.push({ path: 'family', message: `"${body.family}" is not an item family` });
  if (errors.length > 0) throw new InputError(errors);
}
