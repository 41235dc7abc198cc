import { pdfOf } from './pdf';

/** What a label says. */
export interface LabelInput {
  readonly title: string;
  readonly workshop: string;
  /** Reference people can read to each other. */
  readonly reference: string;
  readonly cameIn: string;
  /** Rods and pieces, a line each. */
  readonly lines: readonly string[];
  /** Address of the job, which the code holds. */
  readonly address: string;
}

const POINTS_PER_MM = 72 / 25.4;
/** A label of common size: 89 by 36 mm. */
const SIZE = { width: 89 * POINTS_PER_MM, height: 36 * POINTS_PER_MM };
const CODE = 29 * POINTS_PER_MM;

/**
 * A label for the part, with a code that opens its job on whatever camera reads it (ISO/IEC 18004, a seventh may be
 * damaged).
 */
export const makeLabel = ({ title, workshop, reference, cameIn, lines, address }: LabelInput): Promise<Uint8Array> =>
  pdfOf({
    info: { title: `${title}: label`, creator: 'Variatum' },
    pageSize: SIZE,
    pageMargins: [10, 9, 8, 6],
    content: [
      {
        columns: [
          { width: CODE, stack: [{ qr: address, fit: CODE, eccLevel: 'M' }] },
          {
            width: '*',
            stack: [
              { text: title.length > 48 ? `${title.slice(0, 47)}…` : title, fontSize: 11, bold: true },
              { text: `${reference} · ${cameIn}`, fontSize: 8 },
              ...lines
                .slice(0, 4)
                .map((text) => ({ text: text.length > 44 ? `${text.slice(0, 43)}…` : text, fontSize: 7.5 })),
              { text: workshop, fontSize: 7, color: '#5b666e' },
            ],
          },
        ],
        columnGap: 8,
      },
    ],
    defaultStyle: { font: 'Roboto', lineHeight: 1.1 },
  });
