import { findGrade, findItemFamily, findRod, InputError, type FieldError } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, withdraws } from '../store';
import { addPiece, changePiece } from './store';

export const pieceHandlers = {
  'POST /jobs/:id/pieces': async ({ context, path, body }) => {
    checkNames(body);
    return addPiece(context, path.id, body);
  },
  'PATCH /pieces/:id': async ({ context, path, body }) => {
    checkNames(body);
    return changePiece(context, path.id, body);
  },
  'POST /pieces/:id/withdraw': withdraws(changePiece),
  'POST /pieces/:id/restore': bringsBack(changePiece),
} satisfies Partial<Handlers>;

/** Names that must be in a catalogue. @throws InputError */
function checkNames(body: {
  grade?: string | null | undefined;
  weldMetal?: string | null | undefined;
  itemFamily?: string | null | undefined;
}): void {
  const errors: FieldError[] = [];
  if (body.grade && !findGrade(body.grade))
    errors.push({ path: ['grade'], message: `"${body.grade}" is not in the catalogue of base metals` });
  if (body.weldMetal && !findRod(body.weldMetal))
    errors.push({ path: ['weldMetal'], message: `"${body.weldMetal}" is not in the catalogue of rods` });
  if (body.itemFamily && !findItemFamily(body.itemFamily))
    errors.push({ path: ['itemFamily'], message: `"${body.itemFamily}" is not an item family` });
  if (errors.length > 0) throw new InputError(errors);
}
