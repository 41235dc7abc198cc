import { RISK_MECHANISMS, RODS, SEVERITIES, type Severity } from '@variatum/metallurgy';
import data from '../../packages/metallurgy/data/choice.json';
import service from '../../packages/metallurgy/data/service.json';
import risks from '../../packages/metallurgy/data/risks.json';
import { fixed, table } from './tables';

const conditions = (when: object): string =>
  Object.entries(when)
    .map(([name, value]) => (value === true ? name : Array.isArray(value) ? value.join(', ') : String(value)))
    .join(' and ');

/** The page about the choice, made from the code and its data. */
export function choicePage(): string {
  const severities = RISK_MECHANISMS.map(({ id, title, doNotFrom }) => {
    const { base, reason, adjust } = SEVERITIES[id] as Severity;
    return [
      title,
      base,
      reason,
      adjust.map(({ when, factor }) => `× ${factor} ${conditions(when)}`).join('; '),
      doNotFrom === undefined ? '' : `from ${doNotFrom}`,
    ];
  });
  const { source: costSource, confidence: costConfidence, likelyFrom, ...costs } = data.costs;
  return `# How a rod is chosen

Made by \`npm run docs\` from the data; edit that, not this page.

One part lost is 1. The loss of a rod is

    Σ over mechanisms of severity (in this service) × probability + cost

averaged over what the pieces may be, their composition, the dilution, the shares and the scatter of the diagrams. Every rod
meets the same random numbers, so that differences between rods are not noise. ${data.sampling.block} pools give the first answer; then only rods
within ${data.sampling.reach} of the best run on, doubling, until each of the first three differs from the next by more than
${data.sampling.separation} standard errors of the paired difference, or by less than ${data.sampling.indifference}, or ${data.sampling.cap} pools are reached.

A rod whose mean probability of a mechanism reaches that mechanism's *do not* never leads, whatever it costs or the house
prefers. Risk words: watch from ${risks.levels.watch}, high from ${risks.levels.high}.

## Severities

${table(['mechanism', 'severity', 'why', 'changed by service', 'do not'], severities)}

Severities are judgements, not measurements: what a failure of that kind costs against the part. They were set once for all
joints, by mechanism, and checked against joints whose answer any handbook gives (\`choose.spec.ts\`); no pair of grades has a
rule of its own.

## Costs

${table(
  ['entry', 'loss'],
  Object.entries(costs).map(([name, value]) => [name, value as number]),
)}

${costSource} (sure: ${costConfidence}). They make the leanest, cheapest and most matching rod lead where several serve.
Some of them hang on what the pieces may be, from these shares of what is believed:

${table(
  ['counts when likelier than', 'share'],
  Object.entries(likelyFrom).map(([name, value]) => [name, value]),
)}

${table(
  ['rod', 'price against ER308L', 'on the shelf of'],
  RODS.map(({ id, costIndex, shelfShare }) => [id, costIndex, `${fixed(100 * shelfShare, 0)} % of shops`]),
)}

House preferences move a rod by ${data.costs.preferenceStep} a step, at most three steps; they are shown, and never hide a *do not*.

## Service

${table(
  ['surroundings', 'pitting resistance asked', 'weight of a match', 'weight of molybdenum', 'wet'],
  Object.values(service.environments).map(({ title, needPren, matchWeight, molybdenumWeight, wet }) => [
    title,
    needPren,
    matchWeight,
    molybdenumWeight,
    wet ? 'yes' : 'no',
  ]),
)}

${service.source} (sure: ${service.confidence}). What is not stated counts as unknown, not as harmless.

## Other ways

Buttering one piece first with ${data.alternatives.layers.join(', ')}, and cutting an old weld out, are weighed with the same arithmetic, the
extra work at ${data.alternatives.butteringCost} and ${data.alternatives.cutOutCost}, and told when they save more than ${data.alternatives.margin}. ${data.alternatives.source}.
`;
}
