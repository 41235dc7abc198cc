import { isArc } from '../torch';
import { held, type Check } from './contradiction';

/** What was logged is there: a crack at the torch is a finding, and a bead that was laid is a step that is done. */
export const record: Check = ({ joints, plan, job }) => {
  const struck = job.weld.filter(({ entry, struckOutAt }) => entry.kind === 'start' && struckOutAt === null);
  const ended = new Set(job.weld.flatMap(({ entry }) => (entry.kind === 'stop' ? [entry.of] : [])));
  const entries = new Set(plan.steps.flatMap(({ entries: own }) => own));
  return [
    ...joints.flatMap(({ joint, found }) =>
      held(joint, 'record: crack', found.filter(({ line }) => line === 'cracks').length > 0, true),
    ),
    ...plan.steps
      .filter((step) => step.state === 'done' && isArc(step))
      .flatMap((step) =>
        held(
          step.joint,
          'record: done step has a bead',
          step.entries.some((one) => ended.has(one)),
          true,
        ),
      ),
    ...struck
      .filter(({ entry }) => entry.kind === 'start' && entry.bead === 'tack')
      .flatMap(({ id, jointId }) => held(jointId, 'record: bead is of a step', entries.has(id), true)),
  ];
};
