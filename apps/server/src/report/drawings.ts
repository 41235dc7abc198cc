import { formatLength } from '@variatum/metallurgy';
import {
  jointWordsOf,
  ON_PAPER,
  pieceWordsOf,
  sectionPicture,
  sectionSvg,
  sizeInSection,
  traceSvg,
  wholePicture,
  wholeSvg,
  type JointWords,
  type Trace,
} from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import type { JointFacts } from './joint-facts';
import { candidatesOf, type ReportFacts } from './report-facts';

/** Drawings are made larger than they print, so that their words fit beside them. */
const SHRUNK = 0.72;

function stateOf({ verdict, log, seamMm }: JointFacts): Pick<JointWords, 'weld' | 'missedAt'> {
  if (verdict.state === 'missed') {
    const misses = verdict.lines.filter(({ state }) => state === 'missed').flatMap(({ finding }) => finding?.atMm ?? []); // prettier-ignore
    const lengthMm = seamMm?.value ?? null;
    return { weld: 'missed', missedAt: lengthMm === null ? [] : misses.map((mm) => mm / lengthMm) };
  }
  if (verdict.state === 'met') return { weld: 'met' };
  return { weld: log.cracks.length > 0 ? 'cracked' : log.beads.length > 0 ? 'laid' : undefined };
}

/** The whole part. @param width on the sheet, points */
export function partDrawing(facts: ReportFacts, width: number, height: number): Content {
  const { input: { job, workshop }, layout } = facts; // prettier-ignore
  const [drawnWidth, drawnHeight] = [Math.round(width / SHRUNK), Math.round(height / SHRUNK)];
  const states = new Map(facts.joints.map((one) => [one.joint.id, one]));
  const picture = wholePicture({
    layout,
    width: drawnWidth,
    height: drawnHeight,
    pieces: pieceWordsOf(job, (piece) => candidatesOf(facts, piece), workshop.lengthUnit),
    joints: jointWordsOf(
      job,
      ({ id }) => states.get(id)?.decision !== undefined,
      (id) => {
        const one = states.get(id);
        return one ? stateOf(one) : {};
      },
    ),
    spots: [],
  });
  const scale = picture.bar ? formatLength(picture.bar.mm, workshop.lengthUnit) : '';
  return { svg: wholeSvg(picture, drawnWidth, drawnHeight, ON_PAPER, scale), width };
}

/** A joint cut across; null while it cannot be drawn. */
export function sectionDrawing(
  { section, sides }: JointFacts,
  facts: ReportFacts,
  width: number,
  height: number,
): Content | null {
  if (!section) return null;
  const [drawnWidth, drawnHeight] = [Math.round(width / SHRUNK), Math.round(height / SHRUNK)];
  const unit = facts.input.workshop.lengthUnit;
  const picture = sectionPicture(section, undefined, drawnWidth, drawnHeight);
  const svg = sectionSvg(picture, drawnWidth, drawnHeight, ON_PAPER, sides, (size) => sizeInSection(size, unit));
  return { svg, width };
}

/** A trace over time; null where there is too little of it. */
export function traceDrawing(trace: Trace, width: number, height: number): Content | null {
  const svg = traceSvg(trace, Math.round(width / SHRUNK), Math.round(height / SHRUNK), ON_PAPER);
  return svg === '' ? null : { svg, width };
}
