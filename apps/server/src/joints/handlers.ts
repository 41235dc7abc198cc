import type { JointDescription, JointRecord } from '@variatum/contracts';
import { checkJoint, InputError, MOST_PIECES } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, withdraws } from '../store';
import { addJoint, changeJoint, readJoint } from './store';

export const jointHandlers = {
  'POST /jobs/:id/joints': ({ context, path, body }) => {
    checkDescribed(body.joint, body.sides.length);
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
      checkDescribed(joint, sides.length);
    }
    return changeJoint(context, path.id, body);
  },
  'POST /joints/:id/withdraw': withdraws(changeJoint),
  'POST /joints/:id/restore': bringsBack(changeJoint),
} satisfies Partial<Handlers>;

/**
 * The core's own check of numbers and names.
 * @param pieces how many the joint names; none: all of the job, and shares cannot be counted against them
 */
function checkDescribed(joint: JointDescription, pieces: number): void {
  checkJoint(joint, pieces === 0 ? Math.min(MOST_PIECES, joint.shares?.length ?? 1) : pieces);
}
