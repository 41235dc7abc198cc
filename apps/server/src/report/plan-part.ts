import { formatLength } from '@variatum/metallurgy';
import type { Content } from 'pdfmake/interfaces';
import { part, table } from './blocks';
import type { JointFacts } from './joint-facts';
import type { ReportFacts } from './report-facts';
import { between, rodSaid } from './words';

/** The rod of a joint before it is welded: the one the plan uses, once somebody decided on it. */
const rodPlanned = ({ planned }: JointFacts): string => {
  if (!planned?.rod.decision) return 'to be chosen once the metals are known';
  const rods = new Set(planned.ways.map(({ rod }) => rodSaid(rod)));
  return [...rods].join(', then ');
};

/** Passes of a joint, and what keeps the air from its root. */
function howPlanned(facts: ReportFacts, { planned }: JointFacts): string {
  const passes = planned?.seam ? `${planned.count} ${planned.count === 1 ? 'pass' : 'passes'}` : '';
  const behind = facts.plan.spaces.find(({ space }) => space.joints.includes(planned?.facts.joint.id ?? ''));
  return [passes, behind?.isGas ? 'gas behind the root' : ''].filter(Boolean).join(', ');
}

/** What is to be done, joint by joint. */
export function planPart(facts: ReportFacts): Content[] {
  const unit = facts.input.workshop.lengthUnit;
  const rows = facts.joints.map((one) => {
    const seam = one.seamMm?.value ?? null;
    return [
      String(one.number),
      `${one.title}, ${between(one)}`,
      seam === null ? 'to be measured' : formatLength(Math.round(seam), unit),
      rodPlanned(one),
      howPlanned(facts, one),
    ];
  });
  return part('What is to be done', ...table(['', 'Joint', 'Length', 'Rod', 'How'], rows, [12, '*', 64, 110, 110]));
}
