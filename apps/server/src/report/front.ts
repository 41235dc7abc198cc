import type { ReportKind } from '@variatum/contracts';
import { formatLength } from '@variatum/metallurgy';
import {
  familyTitle,
  GRADE_SOURCE_WORDS,
  LINE_STATE_WORDS,
  metalWords,
  percentWords,
  sizeWords,
  VERDICT_WORDS,
} from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import { pairs, paragraph, part, SOFT, table, WIDTH } from './blocks';
import { partDrawing } from './drawings';
import type { JointFacts } from './joint-facts';
import type { PieceFacts, ReportFacts } from './report-facts';
import { between, byWhom, jointName, momentWords, personWords, rodSaid, serviceLine, withinSentence } from './words';

/** How the metal of a piece is known. */
function knownBy({ piece, belief }: PieceFacts): string {
  const stamped = piece.marks === '' ? '' : `; marked "${piece.marks}"`;
  const tests = piece.tests.filter(({ struckOutAt }) => struckOutAt === null).length;
  const tested = tests === 0 ? '' : `${tests} test${tests === 1 ? '' : 's'}`;
  if (piece.kind === 'old-weld') return piece.weldMetal === null ? 'not known' : `taken as known${stamped}`;
  if (piece.grade !== null)
    return (
      `${piece.gradeSource === null ? 'taken as known' : `by ${GRADE_SOURCE_WORDS[piece.gradeSource]}`}` +
      `${tested && `, ${tested} done`}${stamped}`
    );
  const [first, second] = belief?.candidates ?? [];
  if (!first || tests + (piece.itemFamily === null ? 0 : 1) === 0) return `not tested${stamped}`;
  const other = second && second.probability > 0.1 ? `, else ${second.grade} ${percentWords(second.probability)}` : '';
  return `${tested || 'by what it is'}: ${familyTitle(first.family).toLowerCase()} likeliest${other}${stamped}`;
}

function piecesTable(facts: ReportFacts): Content[] {
  const unit = facts.input.workshop.lengthUnit;
  return table(
    ['', 'Piece', 'Size', 'Metal', 'How that is known'],
    facts.pieces.map((one) => {
      const { piece, letter, belief } = one;
      const long = piece.lengthMm.value === null ? '' : `${formatLength(piece.lengthMm.value, unit)} long`;
      const count = piece.count > 1 ? `${piece.name}, ${piece.count} alike` : piece.name;
      return [
        letter,
        count,
        [sizeWords(piece, unit), long].filter(Boolean).join(', ') || 'not measured',
        metalWords(piece, belief?.candidates),
        knownBy(one),
      ];
    }),
    [12, '*', 96, 74, '*'],
  );
}

/** Who welded a joint, and when. */
function weldedWords(facts: ReportFacts, { log }: JointFacts): string {
  const [first] = log.beads;
  if (!first) return 'not logged';
  const people = [...new Set(log.beads.flatMap(({ who }) => personWords(facts, who) || []))];
  return [momentWords(first.startMs), people.join(' and ')].filter(Boolean).join(', ');
}

/** Whether somebody responsible accepted a joint, in a word. */
export function decidedWords(facts: ReportFacts, { decided }: JointFacts): string {
  if (!decided) return 'nobody has decided on it';
  const { entry, at, madeBy } = decided;
  return `${entry.says === 'accepted' ? 'accepted' : 'not accepted'}${byWhom(facts, madeBy)}, ${momentWords(at)}`;
}

function jointsTable(facts: ReportFacts): Content[] {
  const unit = facts.input.workshop.lengthUnit;
  return table(
    ['', 'Joint', 'Length', 'Rod', 'Welded', 'Verdict'],
    facts.joints.map((one) => {
      const seam = one.seamMm?.value ?? null;
      return [
        one.number,
        `${one.title}, ${between(one)}`,
        seam === null ? 'open' : formatLength(Math.round(seam), unit),
        rodSaid(one.rod),
        weldedWords(facts, one),
        VERDICT_WORDS[one.verdict.state],
      ];
    }),
    [12, '*', 52, 52, 116, 92],
  );
}

/** What a customer reads first: each joint in a sentence or two. */
function inShort(facts: ReportFacts): Content[] {
  return facts.joints.map((one): Content => {
    const open = one.verdict.open.length;
    const said = {
      met: `It keeps to the profile "${facts.profile.name}".`,
      missed: `It misses the profile "${facts.profile.name}": ${one.verdict.lines
        .filter(({ state }) => state === 'missed')
        .map(({ title }) => withinSentence(title))
        .join('; ')}.`,
      open:
        `Not everything the profile "${facts.profile.name}" asks for has been looked ` +
        `at${open > 0 ? `: ${open} line${open === 1 ? '' : 's'} open` : ''}.`,
    }[one.verdict.state];
    const rod =
      one.rod === null
        ? 'the edges melted together, without a rod'
        : one.rod === undefined
          ? 'the rod is not recorded'
          : `rod ${one.rod}`;
    const welded =
      one.log.beads.length > 0 ? `welded ${weldedWords(facts, one)}, ${rod}` : `no welding is logged; ${rod}`;
    return paragraph(
      `${jointName(one)}: ${welded}. ${said} It is ${decidedWords(facts, one)}.`.replace(
        'It is nobody has decided on it',
        'Nobody has decided on it yet',
      ),
    );
  });
}

const FOR: Readonly<Record<ReportKind, string>> = {
  offer: 'before the work',
  customer: 'for the customer',
  inspector: 'for the inspector',
};

/** Head, what the part is, its picture, its pieces and joints. */
export function front(facts: ReportFacts): Content[] {
  const { input, profile } = facts;
  const { job, workshop, kind, madeAt, paper } = input;
  const width = WIDTH[paper];
  const rows: [string, string][] = [
    ['Workshop', workshop.name],
    ['Reference', job.id.slice(0, 8)],
    ['Came in', momentWords(job.createdAt)],
    ['Service', serviceLine(facts)],
    ['Held to', `${profile.name}${profile.note ? `. ${profile.note}` : ''}`],
    ['Written', `${momentWords(madeAt)}, ${FOR[kind]}`],
  ];
  return [
    { text: kind === 'offer' ? `Offer: ${job.title}` : job.title, style: 'title' },
    ...(job.item === '' ? [] : [{ text: job.item, color: SOFT, margin: [0, 0, 0, 6] } as Content]),
    pairs(rows),
    ...(kind === 'customer' && facts.joints.length > 0 ? part('In short', ...inShort(facts)) : []),
    ...(facts.pieces.length > 0 ? part('The part', partDrawing(facts, width, 190), ...piecesTable(facts)) : []),
    ...(facts.joints.length > 0 && kind !== 'offer' ? part('Joints', ...jointsTable(facts)) : []),
  ];
}

/** What a line of a verdict came to, in a word. */
export const lineState = (state: keyof typeof LINE_STATE_WORDS): string => LINE_STATE_WORDS[state];
