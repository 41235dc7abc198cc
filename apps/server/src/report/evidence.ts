import { CLEAN_UP } from '@variatum/contracts';
import { cleanUpKey, cleanUpOf } from '@variatum/job';
import { formatTemperature } from '@variatum/metallurgy';
import { testTitle, testWords } from '@variatum/presentation';
import type { Content } from 'pdfmake/interfaces';
import { part, small, table, WIDTH } from './blocks';
import { traceDrawing } from './drawings';
import type { ReportFacts } from './report-facts';
import { whenBy } from './words';

/** Tests of the pieces, those struck out among them and said to be. */
export function testsPart(facts: ReportFacts): Content[] {
  const rows = facts.pieces.flatMap(({ piece, letter }) =>
    piece.tests.map((test) => [
      letter,
      testTitle(test.entry.test),
      `${testWords(test)}${test.note ? `. ${test.note}` : ''}`,
      whenBy(facts, test.createdAt, test.madeBy),
      test.struckOutAt === null ? '' : `struck out: ${test.struckOutReason ?? ''}`,
    ]),
  );
  return part('Tests', ...table(['', 'Test', 'Result', 'When, by whom', ''], rows, [12, 96, '*', 130, 84]));
}

/** What was said done of getting ready and of cleaning up. */
export function preparationPart(facts: ReportFacts): Content[] {
  const {
    input: { job },
    joints,
    profile,
  } = facts;
  const last = new Map(job.preparation.map((tick) => [tick.key, tick]));
  const before = [...last.values()].filter(({ key, state }) => !key.startsWith(CLEAN_UP) && state !== 'open');
  const skipped = before.filter(({ state }) => state === 'skipped').length;
  const rows = joints.flatMap(({ joint, number, verdict }) =>
    cleanUpOf(job, joint, verdict, profile).flatMap((step) => {
      const tick = last.get(cleanUpKey(joint.id, step));
      const done = tick?.state === 'done';
      return done ? [[number, step.title, whenBy(facts, tick.createdAt, tick.madeBy)]] : [];
    }),
  );
  return part(
    'Preparation and cleaning',
    ...(before.length === 0
      ? []
      : [
          small(
            `Before the arc: ${before.length - skipped} items of the preparation list ` +
              `done${skipped > 0 ? `, ${skipped} left out` : ''}.`,
          ),
        ]),
    ...table(['Joint', 'Cleaned', 'When, by whom'], rows, [30, '*', 150]),
  );
}

/** What meters showed while it was purged and welded. */
export function tracesPart(facts: ReportFacts): Content[] {
  const {
    input: { readings, readingsCut, meters, job, workshop, paper },
    joints,
  } = facts;
  const kinds = new Map(meters.map(({ id, kind }) => [id, kind]));
  const marks = joints.flatMap(({ log, number }) => {
    const [first] = log.beads;
    return first ? [{ atMs: first.startMs, words: `arc ${number}` }] : [];
  });
  const shown = (kind: string, place?: string) =>
    readings
      .filter((one) => kinds.get(one.meter) === kind && (place === undefined || one.place === place))
      .map(({ at, value }) => ({ atMs: Date.parse(at), value }));
  const width = WIDTH[paper];
  const oxygen = traceDrawing(
    { points: shown('oxygen', 'vent'), unit: 'ppm oxygen', limit: job.purge.targetPpm, decades: true, marks },
    width,
    150,
  );
  const typed = joints.flatMap(({ temperatures }) => temperatures.map(({ atMs, tempC }) => ({ atMs, value: tempC })));
  const warmth = [...shown('temperature'), ...typed].sort((one, other) => one.atMs - other.atMs);
  const heat = traceDrawing({ points: warmth, unit: '°C', limit: null, decades: false, marks }, width, 130);
  const hottest = Math.max(...warmth.flatMap(({ value }) => value ?? []));
  const held = job.purge.targetPpm === null ? '' : ` Dashed: the ${job.purge.targetPpm} ppm that were asked for.`;
  return [
    ...(oxygen
      ? part(
          'Gas behind the weld',
          oxygen,
          small(`Oxygen in the gas that leaves the part, as the meter showed it.${held}`),
        )
      : []),
    ...(heat
      ? part(
          'Heat',
          heat,
          small(
            `Temperatures at the joint; hottest ${formatTemperature(Math.round(hottest), workshop.temperatureUnit)}.`,
          ),
        )
      : []),
    ...(readingsCut ? [small('Of very many readings the newest are shown; the table of readings holds as many.')] : []),
  ];
}
