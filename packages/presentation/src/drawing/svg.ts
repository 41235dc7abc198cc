import type { SectionPicture } from './section-picture';
import type { WholePicture } from './whole-picture';

/** Colours and type of a drawing that goes where no style sheet goes: on paper. */
export interface PaperLook {
  readonly ink: string;
  readonly soft: string;
  readonly paper: string;
  /** Of pieces, by their place among them. */
  readonly pieces: readonly [string, string, string, string];
  readonly seam: string;
  readonly decided: string;
  readonly missed: string;
  readonly weld: string;
  readonly font: string;
}

/** As it prints: on white, readable in grey. */
export const ON_PAPER: PaperLook = {
  ink: '#1b2126',
  soft: '#5b666e',
  paper: '#ffffff',
  pieces: ['#27498f', '#9a5b12', '#1f6144', '#0b6b7d'],
  seam: '#2d56b0',
  decided: '#1f6144',
  missed: '#a31621',
  weld: '#b98a1d',
  font: 'Roboto',
};

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** An element of a drawing; what is undefined is left away. */
function element(name: string, attributes: Readonly<Record<string, string | number | undefined>>, inner = ''): string {
  const said = Object.entries(attributes).flatMap(([key, value]) =>
    value === undefined
      ? []
      : [`${key}="${typeof value === 'number' ? Math.round(value * 100) / 100 : escaped(value)}"`],
  );
  return `<${name} ${said.join(' ')}>${inner}</${name}>`;
}

const pathIf = (d: string, look: Readonly<Record<string, string | number | undefined>>): string =>
  d === '' ? '' : element('path', { d, fill: 'none', ...look });

/** A drawing around what is in it, px. */
export const svgOf = (width: number, height: number, inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" ` +
  `height="${height}">${inner}</svg>`;

/** A colour mixed into white. @param share of the colour, 0 to 1 */
function pale(colour: string, share: number): string {
  const parts = [1, 3, 5].map((at) => Math.round(255 - share * (255 - parseInt(colour.slice(at, at + 2), 16))));
  return `#${parts.map((part) => part.toString(16).padStart(2, '0')).join('')}`;
}

/** Words in a drawing, their middle at a point. */
export function words(
  text: string,
  [x, y]: readonly [number, number],
  look: PaperLook,
  size = 12,
  more: Readonly<Record<string, string | number | undefined>> = {},
): string {
  if (text === '') return '';
  const said = {
    x,
    y: y + size * 0.36,
    'text-anchor': 'middle',
    'font-family': look.font,
    'font-size': size,
    fill: look.ink,
    ...more,
  };
  return element('text', said, escaped(text));
}

/** Words with the paper behind them, so that no line runs through. */
function wordsOnPaper(text: string, [x, y]: readonly [number, number], look: PaperLook, size: number): string {
  const wide = text.length * size * 0.52;
  const behind = element('rect', {
    x: x - wide / 2 - 2,
    y: y - size * 0.62,
    width: wide + 4,
    height: size * 1.24,
    fill: look.paper,
  });
  return text === '' ? '' : behind + words(text, [x, y], look, size);
}

/** A whole part as a drawing by itself. */
export function wholeSvg(picture: WholePicture, width: number, height: number, look: PaperLook, scale: string): string {
  const metal = picture.pieces.map((piece) => {
    const colour = look.pieces[piece.order % 4] as string;
    return [
      element('path', {
        d: piece.d,
        'fill-rule': 'evenodd',
        fill: pale(colour, 0.13),
        stroke: colour,
        'stroke-width': 1.4,
        'stroke-dasharray': piece.known ? undefined : '7 4',
      }),
      pathIf(piece.hidden, { stroke: look.soft, 'stroke-width': 0.7, 'stroke-dasharray': '6 4' }),
      pathIf(piece.edges, { stroke: colour, 'stroke-width': 1 }),
      ...piece.breaks.flatMap((line) => [
        pathIf(line, { stroke: look.paper, 'stroke-width': 5 }),
        pathIf(line, { stroke: colour, 'stroke-width': 1 }),
      ]),
    ].join('');
  });
  const seams = picture.joints.map((joint) => {
    const missed = joint.weld === 'missed' || joint.weld === 'cracked';
    const colour = joint.kind === 'crack' || missed ? look.missed : joint.decided ? look.decided : look.seam;
    const [x, y] = joint.at;
    const mark = missed
      ? `M${x + 11} ${y - 21}l9 9m0 -9l-9 9`
      : joint.weld === 'met'
        ? `M${x + 10} ${y - 17}l4 5 8 -10`
        : '';
    return [
      pathIf(joint.link, { stroke: look.seam, 'stroke-width': 1.2, 'stroke-dasharray': '3 5' }),
      joint.oldWeld ? pathIf(joint.d, { stroke: pale(look.weld, 0.5), 'stroke-width': 10 }) : '',
      pathIf(joint.d, { stroke: colour, 'stroke-width': 2.6, 'stroke-linecap': 'round' }),
      pathIf(joint.leader, { stroke: look.soft, 'stroke-width': 0.8 }),
      pathIf(mark, { stroke: colour, 'stroke-width': 2.6 }),
      ...joint.missed.map(([atX, atY]) =>
        pathIf(`M${atX - 6} ${atY - 6}l12 12m0 -12l-12 12`, { stroke: look.missed, 'stroke-width': 2.6 }),
      ),
      element('circle', { cx: x, cy: y, r: 12, fill: look.paper, stroke: colour, 'stroke-width': 1.6 }),
      words(joint.number, [x, y], look, 12, { 'font-weight': 'bold' }),
    ].join('');
  });
  const said = picture.pieces.flatMap((piece) => [
    pathIf(piece.leader, { stroke: look.soft, 'stroke-width': 0.8 }),
    piece.wordsAt ? wordsOnPaper(piece.words, piece.wordsAt, look, 11.5) : '',
    piece.copy === 0
      ? words(`${piece.letter}${piece.times ? ` ${piece.times}` : ''}`, piece.letterAt, look, 14, {
          'font-weight': 'bold',
        })
      : '',
  ]);
  const bar = picture.bar
    ? [
        pathIf(picture.bar.d, { stroke: look.soft, 'stroke-width': 1 }),
        words(scale, [picture.bar.at[0], picture.bar.at[1] - 4], look, 10.5, { fill: look.soft }),
      ]
    : [];
  return svgOf(width, height, [...metal, ...seams, ...said, ...bar].join(''));
}

/**
 * A joint cut across, as a drawing by itself.
 * @param sides letter and place among the pieces of each side
 * @param sizeWords what is said of a size
 */
export function sectionSvg(
  picture: SectionPicture,
  width: number,
  height: number,
  look: PaperLook,
  sides: readonly { readonly letter: string; readonly order: number }[],
  sizeWords: (size: SectionPicture['sizes'][number]) => string,
): string {
  const colourOf = (side: number): string => look.pieces[(sides[side]?.order ?? 0) % 4] as string;
  const inner = [
    ...picture.metals.map(({ d, side, known }) =>
      element('path', {
        d,
        fill: side < 0 ? 'none' : pale(colourOf(side), 0.16),
        stroke: colourOf(side),
        'stroke-width': 1.3,
        'stroke-dasharray': known ? undefined : '7 4',
      }),
    ),
    element('path', { d: picture.deposit, fill: pale(look.weld, 0.7), stroke: look.ink, 'stroke-width': 1 }),
    ...picture.zones.map(({ d, side }) =>
      element('path', {
        d,
        fill: pale(colourOf(side), 0.45),
        stroke: look.ink,
        'stroke-width': 0.9,
        'stroke-dasharray': '4 3',
      }),
    ),
    pathIf(picture.crack, { stroke: look.missed, 'stroke-width': 1.8 }),
    ...picture.sizes.flatMap((size) => [
      pathIf(size.d, { stroke: look.soft, 'stroke-width': 0.8 }),
      words(sizeWords(size), [size.at[0], size.at[1] - 4], look, 10.5, {
        'text-anchor': size.anchor,
        fill: size.said ? look.ink : look.soft,
      }),
    ]),
    ...picture.metals.map(({ side, at }) =>
      side < 0 ? '' : words(sides[side]?.letter ?? '', at, look, 13, { 'font-weight': 'bold' }),
    ),
  ];
  return svgOf(width, height, inner.join(''));
}
