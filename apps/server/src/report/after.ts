import { recorded } from '@variatum/job';
import { serviceCautions, type QuoteLine, type Spread } from '@variatum/metallurgy';
import {
  CRACK_PLACE_WORDS,
  dayWords,
  moneySpread,
  moneyWords,
  minutesWords,
  missingWords,
  OUTCOME_WORDS,
  percentWords,
  quantityWords,
  spreadWords,
} from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import { dashes, paragraph, part, small, table } from './blocks';
import type { ReportFacts } from './report-facts';
import { byWhom, jointName, momentWords, withinSentence } from './words';

/** A quantity of a quote and its range, as a table says them. */
function quantitySaid({ median, range90: [low, high] }: Spread, unit: QuoteLine['unit']): readonly [string, string] {
  const words = (value: number): string => quantityWords(value, unit);
  return unit === '' ? ['', ''] : [words(median), low === high ? '' : `${words(low)} to ${words(high)}`];
}

/**
 * Before the work the last quote that was kept, with its ranges; afterwards the one that was agreed to, else the last
 * one.
 */
export function pricePart(facts: ReportFacts): Content[] {
  const { job, kind } = facts.input;
  const offers = kind === 'offer';
  const quotes = recorded(job, 'quote');
  const accepted = recorded(job, 'quote-accepted').at(-1);
  const one = (offers ? undefined : quotes.find(({ id }) => id === accepted?.entry.of)) ?? quotes.at(-1);
  if (!one) return [];
  const { total, currency, lines, minutes, note } = one.entry;
  const agreed = accepted?.entry.of === one.id ? `; agreed ${momentWords(accepted.at)}` : '; not agreed to yet';
  return part(
    'Price',
    paragraph(
      `${moneySpread(total, currency)}, said ${momentWords(one.at)}${byWhom(facts, one.madeBy)}${agreed}. ` +
        `${spreadWords(minutes, minutesWords)} of work.${note ? ` ${note}` : ''}`,
    ),
    ...(offers
      ? table(
          ['For', 'Most likely', 'From, to', currency || 'Money'],
          lines.map(({ title, quantity, unit, amount }) => [
            title,
            ...quantitySaid(quantity, unit),
            amount ? moneySpread(amount, '') : 'not in the sum',
          ]),
          ['*', 80, 110, 110],
        )
      : table(
          ['For', currency || 'Money'],
          lines.map(({ title, amount }) => [title, amount ? moneyWords(amount.median, '') : 'no rate']),
          ['*', 80],
        )),
    ...(offers ? [small('Ranges hold nine jobs in ten of this kind, as far as it is known now.')] : []),
  );
}

/** How it did since, and when it is to be looked at again. */
export function sincePart(facts: ReportFacts): Content[] {
  const { job } = facts.input;
  const out = recorded(job, 'in-service').map(({ entry }) => `Put to work ${dayWords(entry.on)}.`);
  const seen = recorded(job, 'seen').map(({ entry, jointId }) => {
    const joint = facts.joints.find(({ joint: { id } }) => id === jointId);
    const where = entry.where ? `, ${CRACK_PLACE_WORDS[entry.where]}` : '';
    return (
      `${dayWords(entry.on)}: ` +
      `${OUTCOME_WORDS[entry.outcome]}${joint ? `, joint ${joint.number}` : ''}${where}` +
      (entry.note ? `. ${entry.note}` : '')
    );
  });
  const again = recorded(job, 'look-again').at(-1);
  return part(
    'Since then',
    ...dashes([...out, ...seen, ...(again ? [`To be looked at again ${dayWords(again.entry.on)}.`] : [])]),
  );
}

/** What was not known: a report that leaves it out says more than is true. */
export function unknownPart(facts: ReportFacts): Content[] {
  const letters = new Map(facts.pieces.map(({ piece, letter }) => [piece.id, letter]));
  const { job } = facts.input;
  const metals = facts.pieces.flatMap(({ piece, letter, belief }) => {
    if (piece.grade !== null || piece.weldMetal !== null) return [];
    const likely = (belief?.candidates ?? []).slice(0, 3).filter(({ probability }) => probability > 0.05);
    const may = likely.map(({ grade, probability }) => `${grade} ${percentWords(probability)}`).join(', ');
    return [`Metal of ${letter}, ${piece.name}: ${may ? `not settled; it may be ${may}` : 'not known'}.`];
  });
  const sizes = facts.joints.flatMap((one) =>
    one.seamMm && one.seamMm.value === null
      ? [
          `Length of ${withinSentence(jointName(one))}: ${missingWords(one.seamMm.missing, letters) || 'it is'} ` +
            'not measured.',
        ]
      : [],
  );
  const service = job.service.environment === undefined ? ['What it must live through was not said.'] : [];
  const open = [...metals, ...sizes, ...service];
  // Before the work nobody has looked at a bead.
  if (facts.input.kind === 'offer') return part('What is not known yet', ...dashes(open));
  const lines = facts.joints.flatMap((one) => {
    const asked = (state: 'open' | 'close'): string =>
      one.verdict.lines
        .filter((line) => line.asked && line.state === state)
        .map(({ title }) => withinSentence(title))
        .join('; ');
    const [open, close] = [asked('open'), asked('close')];
    return [
      ...(open ? [`${jointName(one)}, not looked at: ${open}.`] : []),
      ...(close ? [`${jointName(one)}, too close to tell: ${close}.`] : []),
    ];
  });
  const logs = facts.joints
    .filter(({ log }) => log.beads.length === 0)
    .map((one) => `${jointName(one)}: the welding was not logged.`);
  const ferrite = facts.joints
    .filter(
      ({ ferrite: found, log, ranked }) =>
        found.length === 0 && log.beads.length > 0 && ranked && ranked.governing !== 'none',
    )
    .map((one) => `${jointName(one)}: ferrite was reckoned, not measured.`);
  return part('What was not known', ...dashes([...open, ...logs, ...ferrite, ...lines]));
}

/** Cautions, and what a report like this is and is not. */
export function limitsPart(facts: ReportFacts): Content[] {
  const {
    service,
    temperaturesC: [coldest, hottest],
  } = facts.input.job;
  const temperatureC =
    coldest.value !== null && hottest.value !== null ? ([coldest.value, hottest.value] as [number, number]) : undefined;
  return part(
    'Cautions and limits',
    ...dashes([
      ...serviceCautions({ ...service, ...(temperatureC ? { temperatureC } : {}) }),
      facts.input.kind === 'offer'
        ? 'This offer says what was found so far and what is reckoned from it. It advises: it is no certificate, ' +
          'and replaces neither codes nor qualified procedures, nor the judgement of whoever is responsible.'
        : 'This report says what was logged, measured and reckoned. It advises: it is no certificate, and replaces ' +
          'neither codes nor qualified procedures, nor the judgement of whoever is responsible.',
      'Pressure, lifting, structural, vehicle-safety, food-contact and medical parts belong to qualified ' +
        'procedures, local codes and licensed practice.',
      'Ferrite numbers, risks and metals that were not tested are estimates from published models, with the ' +
        'ranges that are given.',
    ]),
  );
}
