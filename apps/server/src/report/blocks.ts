import type { Content, TableCell } from 'pdfmake/interfaces';

/** Width of what stands on a sheet, points: both sheets with the same margins. */
export const MARGIN = 44;
export const WIDTH = { A4: 595.28 - 2 * MARGIN, Letter: 612 - 2 * MARGIN } as const;

export const SOFT = '#5b666e';
const LINE = '#c9cfd4';

/** Whether something may fill more than a sheet. */
const isLong = (content: Content): boolean => typeof content === 'object' && 'table' in content;

/** A part of a report under a heading that never stands alone at the foot of a sheet. */
export function part(title: string, ...content: readonly Content[]): Content[] {
  const [first, ...others] = content;
  if (first === undefined) return [];
  const heading: Content = { text: title, style: 'part', headlineLevel: 1 };
  return isLong(first) ? [heading, first, ...others] : [{ stack: [heading, first], unbreakable: true }, ...others];
}

export const small = (text: string): Content => ({ text, style: 'small' });
export const paragraph = (text: string): Content => ({ text, style: 'paragraph' });
/** A list with dashes; nothing where it is empty. */
export const dashes = (lines: readonly string[]): Content[] =>
  lines.length === 0 ? [] : [{ ul: lines.map((text) => ({ text })), type: 'square', style: 'list' }];

/**
 * A table with rules between its rows, whose head is said again on each sheet.
 * @param widths of its columns: points, `*` for what is left, `auto`
 */
export function table(
  head: readonly string[],
  rows: readonly (readonly (string | TableCell)[])[],
  widths: readonly (number | string)[],
): Content[] {
  if (rows.length === 0) return [];
  const titles = head.map((text): TableCell => ({ text, style: 'head' }));
  return [
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [...widths],
        body: [
          titles,
          ...rows.map((row) => row.map((cell): TableCell => (typeof cell === 'string' ? { text: cell } : cell))),
        ],
      },
      layout: {
        hLineWidth: (index: number) => (index === 0 ? 0 : index === 1 ? 0.8 : 0.4),
        vLineWidth: () => 0,
        hLineColor: () => LINE,
        paddingLeft: () => 0,
        paddingRight: () => 8,
        paddingTop: () => 2.5,
        paddingBottom: () => 2.5,
      },
      style: 'table',
    },
  ];
}

/** Names and what they say, two by two. */
export function pairs(rows: readonly (readonly [name: string, said: string])[]): Content {
  const body = rows.map(([name, said]): TableCell[] => [{ text: name, color: SOFT }, { text: said }]);
  return {
    table: { widths: [104, '*'], body },
    layout: {
      hLineWidth: () => 0,
      vLineWidth: () => 0,
      paddingLeft: () => 0,
      paddingTop: () => 1.2,
      paddingBottom: () => 1.2,
    },
    style: 'table',
  };
}
