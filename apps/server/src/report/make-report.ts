import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { limitsPart, pricePart, sincePart, unknownPart } from './after';
import { MARGIN, part, SOFT, WIDTH } from './blocks';
import { planPart } from './plan-part';
import { preparationPart, testsPart, tracesPart } from './evidence';
import { front } from './front';
import { jointPart } from './joint-part';
import { pdfOf } from './pdf';
import { reportFacts, type ReportFacts } from './report-facts';
import type { ReportInput } from './report-input';

/** Longest side of a printed picture, pixels: some 200 to the inch on half a sheet. */
const PICTURE_PIXELS = 1000;

/** Pictures of the job, two beside each other. */
async function picturesPart({ input: { pictures, paper } }: ReportFacts): Promise<Content[]> {
  if (pictures.length === 0) return [];
  const { default: sharp } = await import('sharp');
  const width = (WIDTH[paper] - 14) / 2;
  const cells: Content[] = [];
  for (const { bytes, turn, caption } of pictures) {
    const drawn = await sharp(bytes)
      .rotate(turn)
      .resize({ width: PICTURE_PIXELS, height: PICTURE_PIXELS, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 80 })
      .toBuffer();
    cells.push({
      stack: [
        { image: `data:image/jpeg;base64,${drawn.toString('base64')}`, fit: [width, 190] },
        { text: caption, style: 'small' },
      ],
      unbreakable: true,
    });
  }
  const rows: Content[] = [];
  for (let at = 0; at < cells.length; at += 2)
    rows.push({ columns: cells.slice(at, at + 2), columnGap: 14, unbreakable: true, margin: [0, 0, 0, 8] });
  return part('Pictures', ...rows);
}

/**
 * A report of a job as a PDF. Before the work it says what is to be done and comes to; a customer reads what was done;
 * an inspector how it is known.
 */
export async function makeReport(input: ReportInput): Promise<Uint8Array> {
  const facts = reportFacts(input);
  const inspector = input.kind === 'inspector';
  const offers = input.kind === 'offer';
  const content: Content[] = offers
    ? [...front(facts), ...planPart(facts), ...pricePart(facts), ...unknownPart(facts), ...limitsPart(facts)]
    : [
        ...front(facts),
        ...facts.joints.flatMap((one) => jointPart(facts, one)),
        ...(inspector ? testsPart(facts) : []),
        ...(inspector ? tracesPart(facts) : []),
        ...preparationPart(facts),
        ...(inspector ? [] : pricePart(facts)),
        ...sincePart(facts),
        ...unknownPart(facts),
        ...(await picturesPart(facts)),
        ...limitsPart(facts),
      ];
  const document: TDocumentDefinitions = {
    info: {
      title: `${input.job.title}: ${offers ? 'offer' : 'weld report'}`,
      author: input.workshop.name,
      creator: 'Variatum',
    },
    language: 'en',
    pageSize: input.paper === 'A4' ? 'A4' : 'LETTER',
    pageMargins: [MARGIN, 40, MARGIN, 46],
    content,
    footer: (page, pages) => ({
      columns: [
        { text: `${input.job.title} · ${input.workshop.name}`, color: SOFT },
        { text: `${page} of ${pages}`, alignment: 'right', color: SOFT, width: 60 },
      ],
      fontSize: 8,
      margin: [MARGIN, 14, MARGIN, 0],
    }),
    defaultStyle: { font: 'Roboto', fontSize: 9.5, lineHeight: 1.15, color: '#1b2126' },
    styles: {
      title: { fontSize: 20, bold: true, margin: [0, 0, 0, 2] },
      part: { fontSize: 13, bold: true, margin: [0, 14, 0, 5] },
      paragraph: { margin: [0, 0, 0, 4] },
      small: { fontSize: 8, color: SOFT, margin: [0, 2, 0, 2] },
      table: { fontSize: 8.5, margin: [0, 2, 0, 4] },
      head: { color: SOFT, fontSize: 8 },
      list: { margin: [0, 0, 0, 4] },
    },
    // A heading goes with what it heads.
    pageBreakBefore: (node, nodes) =>
      node.headlineLevel === 1 && !nodes.getFollowingNodesOnPage().some(({ text, svg, image }) => text ?? svg ?? image),
  };
  return pdfOf(document);
}
