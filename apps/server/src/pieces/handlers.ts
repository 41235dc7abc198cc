import { pieceNameFaults } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
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
function checkNames(body: Parameters<typeof pieceNameFaults>[0]): void {
  const errors = pieceNameFaults(body);
  if (errors.length > 0) throw new InputError(errors);
}
