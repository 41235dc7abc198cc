import { formatLength } from '@variatum/metallurgy';
import type { Content } from 'pdfmake/interfaces';
import { part, table } from './blocks';
import type { JointFacts } from './joint-facts';
import type { ReportFacts } from './report-facts';
import { between, rodSaid } from './words';

/** The rod of a joint before it is welded. */
const rodPlanned = ({ decision }: JointFacts): string =>
  decision ? rodSaid(decision.rod) : 'to be chosen once the metals are known';

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
    ];
  });
  return part('What is to be done', ...table(['', 'Joint', 'Length', 'Rod'], rows, [12, '*', 76, 160]));
}
