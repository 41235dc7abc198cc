import { checkDescribedJoint, type JointRecord } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, withdraws } from '../store';
import { addJoint, changeJoint, readJoint } from './store';

export const jointHandlers = {
  'POST /jobs/:id/joints': ({ context, path, body }) => {
    checkDescribedJoint(body.joint, body.sides.length);
    return addJoint(context, path.id, body);
  },
  'PATCH /joints/:id': async ({ context, path, body }) => {
    if (body.alikeTo === path.id) throw InputError.at(['alikeTo'], 'a joint is not alike to itself');
    if (body.joint || body.sides) {
      const stands = await readJoint(context, path.id);
      const { joint, sides }: Pick<JointRecord, 'joint' | 'sides'> = {
        joint: body.joint ?? stands.joint,
        sides: body.sides ?? stands.sides,
      };
      checkDescribedJoint(joint, sides.length);
    }
    return changeJoint(context, path.id, body);
  },
  'POST /joints/:id/withdraw': withdraws(changeJoint),
  'POST /joints/:id/restore': bringsBack(changeJoint),
} satisfies Partial<Handlers>;
