import { formatLength } from '@variatum/metallurgy';
import {
  jointWordsOf,
  ON_PAPER,
  pieceWordsOf,
  sectionPicture,
  sectionSvg,
  sizeInSection,
  traceSvg,
  weldStateOf,
  wholePicture,
  wholeSvg,
  type Trace,
} from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import type { JointFacts } from './joint-facts';
import { candidatesOf, type ReportFacts } from './report-facts';

/** Drawings are made larger than they print, so that their words fit beside them. */
const SHRUNK = 0.72;

/** The whole part. @param width on the sheet, points */
export function partDrawing(facts: ReportFacts, width: number, height: number): Content {
  const {
    input: { job, workshop },
    layout,
  } = facts;
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
        return one ? weldStateOf(one.verdict, one.log, one.seamMm?.value ?? null) : {};
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
