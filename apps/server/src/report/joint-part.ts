import { inspectionLine, INSPECTION_LINES, type JudgedLine } from '@variatum/metallurgy';
import { weldLogOf } from '@variatum/job';
import {
  beadName,
  byMethodWords,
  clockWords,
  earlyArcWords,
  foundWords,
  limitWords,
  loggedWords,
  RISK_WORDS,
  weldFigures,
} from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import { dashes, paragraph, part, small, table, WIDTH } from './blocks';
import { sectionDrawing } from './drawings';
import { decidedWords, lineState } from './front';
import type { JointFacts } from './joint-facts';
import type { ReportFacts } from './report-facts';
import { byWhom, jointName, momentWords, personWords, rodSaid, spreadSaid, whenBy, withinSentence } from './words';

/** Rod, why, and what was expected of the bead. */
function choiceWords(facts: ReportFacts, one: JointFacts): Content[] {
  const { decision, ranked, reasons, ferrite } = one;
  if (!decision) return [paragraph('No rod was decided on for it.')];
  const otherwise =
    decision.rod === decision.recommended ? '' : ` The program would have taken ${rodSaid(decision.recommended)}.`;
  const note = decision.note ? ` "${decision.note}"` : '';
  const expected =
    ranked && ranked.governing !== 'none' ? `Ferrite number expected: ${spreadSaid(ranked.ferriteNumber)}.` : '';
  const measured = ferrite.length > 0 ? `Measured: ${ferrite.join(', ')}.` : expected ? 'Not measured.' : '';
  const risks = (ranked?.risks ?? []).filter(({ level }) => level !== 'low');
  const inspector = facts.input.kind === 'inspector';
  return [
    paragraph(
      `Decided: ${rodSaid(decision.rod)},${byWhom(facts, decision.madeBy)} ` +
        `${momentWords(decision.createdAt)}.${otherwise}${note}`,
    ),
    ...(expected || measured ? [paragraph(`${expected} ${measured}`.trim())] : []),
    ...(inspector
      ? [
          ...dashes(reasons),
          ...table(
            ['Risk of the bead', 'Level', 'Chance', 'What to do about it'],
            risks.map(({ title, level, probability, remedy }) => [
              title,
              RISK_WORDS[level],
              `${Math.round(100 * probability)} %`,
              remedy,
            ]),
            [110, 46, 42, '*'],
          ),
          small(`Reckoned by engine ${decision.engineVersion}, seed ${decision.seed}.`),
        ]
      : dashes(reasons.slice(0, 1))),
  ];
}

function passTable(facts: ReportFacts, { log, joint }: JointFacts): Content[] {
  if (log.beads.length === 0) return [];
  const { lengthUnit, temperatureUnit } = facts.input.workshop;
  const figures = weldFigures(lengthUnit, temperatureUnit);
  const passes = Math.max(...log.beads.map(({ pass }) => pass + 1));
  const others = weldLogOf(facts.input.job, joint.id).flatMap(({ atMs, entry, who }) => {
    const words = loggedWords(entry, figures);
    return words === '' ? [] : [`${whenBy(facts, atMs, who)}: ${words}`];
  });
  return [
    ...table(
      ['Bead', 'Struck', 'Who', 'A', 'Arc', figures.along, figures.travel, figures.heatInput, 'Before', 'Rod'],
      log.beads.map((bead) => [
        beadName(bead, passes),
        momentWords(bead.startMs),
        personWords(facts, bead.who),
        bead.amps === null ? '' : String(Math.round(bead.amps)),
        bead.seconds === null ? '' : clockWords(bead.seconds),
        bead.bead === 'tack' ? '' : figures.alongOf(bead.lengthMm),
        bead.travelMmPerS === null ? '' : figures.travelOf(bead.travelMmPerS),
        bead.heatInputKJPerMm === null ? '' : figures.heatInputOf(bead.heatInputKJPerMm),
        bead.beforeC === null ? '' : figures.warmth(bead.beforeC),
        `${rodSaid(bead.rod)}${bead.lot && `, lot ${bead.lot}`}`,
      ]),
      [60, 62, '*', 20, 26, 26, 32, 36, 34, 66],
    ),
    small('Heat that stays in the metal, at the usual voltage of the current.'),
    ...dashes(others),
  ];
}

/** What a customer wants to know of the welding. */
function weldedInWords({ log }: JointFacts): Content[] {
  const count = (kind: string, word: string): string => {
    const many = log.beads.filter(({ bead }) => bead === kind).length;
    return many === 0 ? '' : `${many} ${word}${many === 1 ? '' : 's'}`;
  };
  const counts = [count('tack', 'tack'), count('run', 'run'), count('repair', 'repair')].filter(Boolean).join(', ');
  return counts === ''
    ? []
    : [paragraph(`Welded in ${counts}; the arc burnt for ${clockWords(log.arcSeconds)} minutes.`)];
}

/** A line of a verdict, with who found what and how. */
function lineRow(facts: ReportFacts, { title, state, limit, finding, asked, mend }: JudgedLine): readonly string[] {
  const unit = facts.input.workshop.lengthUnit;
  const by = finding ? `${byMethodWords(finding)}, ${whenBy(facts, finding.atMs, finding.who ?? null)}` : '';
  const confirmed = (finding?.confirmedBy ?? []).map((who) => personWords(facts, who));
  return [
    title,
    asked ? limitWords(limit, unit) : 'not asked',
    finding ? `${foundWords(finding, unit)}${finding.note ? `. ${finding.note}` : ''}` : '',
    `${by}${confirmed.length > 0 ? `; confirmed by ${confirmed.join(' and ')}` : ''}`,
    `${lineState(state)}${state === 'missed' && mend.length > 0 ? `: ${mend.join('; ')}` : ''}`,
  ];
}

/** What was found before and set right since: an inspector wants to know that it was. */
function earlierFindings(facts: ReportFacts, { earlier }: JointFacts): Content[] {
  const unit = facts.input.workshop.lengthUnit;
  return dashes(
    earlier.map((finding) => {
      const title = withinSentence(inspectionLine(finding.line).title);
      return (
        `Before, ${whenBy(facts, finding.atMs, finding.who ?? null)}: ${title}: ${foundWords(finding, unit)}, ` +
        `${byMethodWords(finding)}.`
      );
    }),
  );
}

function verdictTable(facts: ReportFacts, one: JointFacts): Content[] {
  const order = (line: JudgedLine): number => INSPECTION_LINES.indexOf(line.line);
  const lines = one.verdict.lines
    .filter(({ asked, finding }) => asked || finding)
    .filter(({ finding }) => facts.input.kind === 'inspector' || finding)
    .sort((left, right) => order(left) - order(right));
  return [
    ...table(
      ['Looked at', 'Asked', 'Found', 'How, by whom', 'Comes to'],
      lines.map((line) => lineRow(facts, line)),
      [78, 74, 88, '*', 92],
    ),
    ...(facts.input.kind === 'inspector' ? earlierFindings(facts, one) : []),
    ...(one.verdict.earlyArc ? [paragraph(`The first ${earlyArcWords(one.verdict.earlyArc)}.`)] : []),
    paragraph(`The joint: ${decidedWords(facts, one)}.`),
  ];
}

/** A joint by itself: section, rod and why, its passes, how it was judged. */
export function jointPart(facts: ReportFacts, one: JointFacts): Content[] {
  const width = WIDTH[facts.input.paper];
  const drawing = sectionDrawing(one, facts, Math.min(250, width / 2), 150);
  const choice = choiceWords(facts, one);
  const alike =
    one.leader === one.joint
      ? []
      : [paragraph(`It is alike to joint ${facts.joints.find(({ joint }) => joint === one.leader)?.number ?? ''}.`)];
  const head: Content = drawing
    ? {
        columns: [
          { width: Math.min(250, width / 2), stack: [drawing] },
          { width: '*', stack: [...alike, ...choice] },
        ],
        columnGap: 14,
      }
    : { stack: [...alike, ...choice] };
  // The heading goes with its drawing, whichever sheet that is on.
  const begins: Content = { stack: part(jointName(one), head), unbreakable: true };
  return [
    begins,
    ...(facts.input.kind === 'inspector' ? passTable(facts, one) : weldedInWords(one)),
    ...verdictTable(facts, one),
  ];
}
