import { fillerFormTitle, FILLER_FORMS, RISK_MECHANISMS, RODS, type RiskScope } from '@variatum/metallurgy';
import data from '../../packages/metallurgy/data/choice.json';
import service from '../../packages/metallurgy/data/service.json';
import cracking from '../../packages/metallurgy/data/cracking.json';
import forms from '../../packages/metallurgy/data/filler-forms.json';
import joints from '../../packages/metallurgy/data/joints.json';
import levels from '../../packages/metallurgy/data/risk-levels.json';
import { fixed, table } from './tables';

const conditions = (when: object): string =>
  Object.entries(when)
    .map(([name, value]) => (value === true ? name : Array.isArray(value) ? value.join(', ') : String(value)))
    .join(' and ');

/** How many of a hundred susceptible beads crack at these restraints. */
const crackedAt = (restraints: readonly number[]): string =>
  restraints
    .map((factor) => `${Math.round(100 * (1 - (1 - cracking.crackedOfSusceptible) ** factor))} in 100`)
    .join(', ');

/** The page about the choice, made from the code and its data. */
export function choicePage(): string {
  const severities = (scope: RiskScope): (string | number)[][] =>
    RISK_MECHANISMS.filter((mechanism) => mechanism.scope === scope).map(({ title, doNotFrom, severity, anywhere }) => {
      const { base, reason, adjust, byThickness } = severity;
      const changes = adjust.map(({ when, factor }) => `× ${factor} ${conditions(when)}`);
      if (byThickness) changes.push(`× thickness over ${byThickness.referenceMm} mm, at most × ${byThickness.atMost}`);
      return [
        title,
        base,
        reason,
        changes.join('; '),
        anywhere ? 'worst place' : '',
        doNotFrom === undefined ? '' : `from ${doNotFrom}`,
      ];
    });
  const HEADS = ['mechanism', 'severity', 'why', 'changed by', 'judged at', 'do not'];
  const { source: costSource, confidence: costConfidence, likelyFrom, ...costs } = data.costs;
  return `# How a rod is chosen

Made by \`npm run docs\` from the data; edit that, not this page.

One part lost is 1. The loss of a rod is

    Σ over mechanisms of severity (in this service) × probability + cost

averaged over what the pieces may be, their composition, the dilution, the shares and the scatter of the diagrams.
Every rod meets the same random numbers, so that differences between rods are not noise. ${data.sampling.block} pools
give the first answer; then only rods within ${data.sampling.reach} of the best run on, the best form of each,
doubling, until each of the first three differs from the next by more than ${data.sampling.separation} standard errors
of the paired difference, or by less than ${data.sampling.indifference}, or ${data.sampling.cap} pools are reached.

A rod whose mean probability of a mechanism reaches that mechanism's *do not* never leads, whatever it costs or the
house prefers. Risk words: watch from ${levels.watch}, high from ${levels.high}.

## The worst of the weld

A weld is not one pool. Its root melts more of the pieces than the passes above it (times
${joints.techniques.fill.rootFactor} for a fill, ${joints.techniques.fillet.rootFactor} for a fillet, up to
${joints.places.rootAtMost}, where the joint is thicker than about ${joints.places.rootFromMm[0]} mm), and an arc that
strays to plain steel or to a nickel alloy melts ${joints.places.wander} of the pool more of it. A crack anywhere is a
crack: mechanisms marked *worst place* are judged in all of these and the worst counts; everything else is judged in
the bulk of the weld. ${joints.places.source}. Beside plain steel the upper end of the dilution is widened
${joints.steelSide.widen} times (${joints.steelSide.source.toLowerCase()}).

## Severities

Of the bead: here rods differ.

${table(HEADS, severities('bead'))}

Of the joint: the same for every rod. They are told, and never decide between rods; one that reaches its *do not*
forbids welding until it is dealt with.

${table(HEADS, severities('joint'))}

Severities are judgements, not measurements: what a failure of that kind costs against the part. They were set once
for all joints, by mechanism, and are held against joints whose answer guidance gives (\`./variatum bench truth\`,
\`practice.spec.ts\`); no pair of grades has a rule of its own.

What the pieces share is not the rod's fault: embrittlement, sigma, scaling and sensitisation of a bead count only as
far as it does worse than its pieces, and no bead is asked for much more pitting resistance than the leanest of them
has.

## How likely a crack is

Borders of susceptibility are published; chances of cracking are not. Of beads in susceptible metal
${Math.round(100 * cracking.crackedOfSusceptible)} in 100 are taken to crack under ordinary restraint, and each unit
of restraint is one more independent chance: ${crackedAt([0.7, 1, 1.5])} free to move, ordinary and held fast.
${cracking.source} (sure: ${cracking.confidence}).
Between the borders nothing jumps: a tenth of a percent of an alloying element or five degrees moves no loss by more
than 0.03 (\`continuity.spec.ts\`).

## Forms of filler

A weld metal is one choice, whatever it is sold as. The process decides which forms are offered, and of those the one
that comes out best leads; the others are listed beside it. What they differ in: composition, hydrogen, shelf, and for
wire its silicon.

${table(
  ['form', ...['gtaw', 'gmaw', 'smaw'].map((process) => `hydrogen by ${process}, ml per 100 g`)],
  FILLER_FORMS.map((form) => [
    fillerFormTitle(form),
    ...(['gtaw', 'gmaw', 'smaw'] as const).map((process) => forms.forms[form].hydrogenMl[process]),
  ]),
)}

${forms.source} (sure: ${forms.confidence}).

## Costs

${table(
  ['entry', 'loss'],
  Object.entries(costs).map(([name, value]) => [name, typeof value === 'number' ? value : JSON.stringify(value)]),
)}

${costSource} (sure: ${costConfidence}). They make the leanest, cheapest and most matching rod lead where several serve.
Some of them hang on what the pieces may be; they come in between these figures:

${table(
  ['what', 'from, to'],
  Object.entries(likelyFrom).map(([name, pair]) => [name, pair.join(' to ')]),
)}

${table(
  ['filler', 'weld metal', 'form', 'price against ER308L', 'on the shelf of'],
  RODS.map(({ id, deposit, form, costIndex, shelfShare }) => [
    id,
    deposit,
    form,
    costIndex,
    `${fixed(100 * shelfShare, 0)} % of shops`,
  ]),
)}

House preferences move a rod by ${data.costs.preferenceStep} a step, at most three steps; they are shown, and never
hide a *do not*.

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

Buttering one piece first with ${data.alternatives.layers.join(', ')}, and cutting an old weld out, are weighed with
the same arithmetic, the extra work at ${data.alternatives.butteringCost} and ${data.alternatives.cutOutCost}, and
told when they save more than ${data.alternatives.margin}. ${data.alternatives.source}.
`;
}
