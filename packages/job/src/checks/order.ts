import { isArc } from '../torch';
import { held, type Check } from './contradiction';

const place = ({
  joint,
  fromMm,
  toMm,
}: {
  readonly joint: string | null;
  readonly fromMm: number | null;
  readonly toMm: number | null;
}): string => `${joint} ${fromMm?.toFixed(1)} ${toMm?.toFixed(1)}`;

/** The torch asks for the arcs of the plan in the plan's order: all tacks, then joint after joint, run after run. */
export const order: Check = ({ plan, torch, whole }) => {
  const arcs = plan.steps.filter(isArc);
  const open = arcs.filter(({ state }) => state === 'open');
  const counted = open.slice(0, torch.arcs.length);
  const lastTack = arcs.findLastIndex((step) => step.do === 'tack');
  const firstRun = arcs.findIndex((step) => step.do === 'run');
  return [
    ...held(null, 'order: arcs', torch.arcs.map(place), counted.map(place)),
    ...(torch.isWhole ? held(null, 'order: count', torch.arcs.length, open.length) : []),
    ...held(null, 'order: tacks first', firstRun < 0 || lastTack < firstRun, true),
    ...plan.joints.flatMap((own, index) => {
      const chosen = whole.joints[index]?.order?.runs;
      const runs = torch.arcs.filter(({ joint, bead }) => joint === own.id && bead === 'run');
      return [
        ...(chosen && torch.isWhole
          ? held(
              own.id,
              'order: chosen',
              runs.map(place),
              chosen.map((run) => place({ ...run, joint: own.id })),
            )
          : []),
        ...own.passes.flatMap((pass) => {
          const starts = plan.steps.filter(
            (step) => step.do === 'run' && step.joint === own.id && step.pass === pass.number,
          );
          return held(own.id, 'order: starts', pass.starts, starts.length);
        }),
      ];
    }),
  ];
};
