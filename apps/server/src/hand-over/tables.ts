import type { JobDetail, JobTable, KeptReadings, Meter } from '@variatum/contracts';
import { activeJoints, activePieces, recorded, spentMinutes, weldLogOf } from '@variatum/job';
import { METER_KINDS } from '@variatum/contracts';
import { passLog } from '@variatum/metallurgy';
import { jointTitle, pieceLetter } from '@variatum/presentation';
import { stringify } from 'csv-stringify/sync';

type Cell = string | number | null;

/** All the tables of a job are made from. */
export interface TableSource {
  readonly job: JobDetail;
  readonly readings: KeptReadings['readings'];
  readonly meters: readonly Meter[];
  /** Names of people, by id. */
  readonly people: Readonly<Record<string, string>>;
}

/** What a spreadsheet begins a formula with, also after blanks and in the wide letters of other scripts. */
const FORMULA = /^[\s\p{Cc}\p{Cf}]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]/u;
/** Text a spreadsheet would take for a formula stays text. */
const safe = (cell: Cell): Cell => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell);

const moment = (ms: number): string => new Date(ms).toISOString();
const json = (value: unknown): string => JSON.stringify(value);

/** Head and rows of each table: SI units, moments in ISO 8601; what was struck out stands there, and says so. */
const TABLES: Readonly<
  Record<
    JobTable,
    (source: TableSource) => { readonly head: readonly string[]; readonly rows: readonly (readonly Cell[])[] }
  >
> = {
  tests: ({ job, people }) => ({
    head: ['piece', 'name', 'test', 'result', 'note', 'made_at', 'made_by', 'struck_out_at', 'struck_out_reason'],
    rows: activePieces(job).flatMap((piece, index) =>
      piece.tests.map(({ entry, note, createdAt, madeBy, struckOutAt, struckOutReason }) => {
        const { test, ...result } = entry;
        return [
          pieceLetter(index),
          piece.name,
          test,
          json(result),
          note,
          createdAt,
          people[madeBy ?? ''] ?? '',
          struckOutAt,
          struckOutReason,
        ];
      }),
    ),
  }),
  passes: ({ job, people }) => ({
    head: [
      'joint',
      'title',
      'bead',
      'pass',
      'number',
      'struck_at',
      'ended_at',
      'ended_by',
      'made_by',
      'from_mm',
      'to_mm',
      'current_a',
      'arc_s',
      'travel_mm_per_s',
      'heat_input_kj_per_mm',
      'before_c',
      'rod',
      'rod_mm',
      'lot',
    ],
    rows: activeJoints(job).flatMap((joint, index) =>
      passLog(weldLogOf(job, joint.id)).beads.map((bead) => [
        index + 1,
        jointTitle(joint, joint.joint.type),
        bead.bead,
        bead.pass + 1,
        bead.number + 1,
        moment(bead.startMs),
        bead.endMs === null ? null : moment(bead.endMs),
        bead.why,
        people[bead.who ?? ''] ?? '',
        bead.fromMm,
        bead.toMm,
        bead.amps,
        bead.seconds,
        bead.travelMmPerS,
        bead.heatInputKJPerMm,
        bead.beforeC,
        bead.rod ?? 'no rod',
        bead.rodMm,
        bead.lot,
      ]),
    ),
  }),
  readings: ({ job, readings, meters }) => ({
    head: ['at', 'meter', 'kind', 'value', 'unit', 'composition', 'place', 'joint'],
    rows: readings.map(({ at, meter, value, composition, place, joint }) => {
      const known = meters.find(({ id }) => id === meter);
      const number = activeJoints(job).findIndex(({ id }) => id === joint) + 1;
      return [
        at,
        known?.name ?? '',
        known?.kind ?? '',
        value,
        known ? METER_KINDS[known.kind] : '',
        composition ? json(composition) : '',
        place,
        number || null,
      ];
    }),
  }),
  findings: ({ job, people }) => ({
    head: [
      'joint',
      'line',
      'at_mm',
      'value',
      'low',
      'high',
      'choice',
      'by',
      'note',
      'found_at',
      'made_by',
      'struck_out_at',
      'struck_out_reason',
    ],
    rows: job.record.flatMap(({ jointId, at, entry, madeBy, struckOutAt, struckOutReason }) =>
      entry.kind === 'finding'
        ? [
            [
              activeJoints(job).findIndex(({ id }) => id === jointId) + 1 || null,
              entry.line,
              entry.atMm,
              entry.value,
              entry.range90?.[0] ?? null,
              entry.range90?.[1] ?? null,
              entry.choice,
              entry.by,
              entry.note,
              at,
              people[madeBy ?? ''] ?? '',
              struckOutAt,
              struckOutReason,
            ],
          ]
        : [],
    ),
  }),
  minutes: ({ job, people }) => ({
    head: ['stage', 'of', 'minutes', 'at', 'made_by', 'struck_out_at', 'struck_out_reason'],
    rows: [
      ...job.record.flatMap(({ at, entry, madeBy, struckOutAt, struckOutReason }) =>
        entry.kind === 'minutes'
          ? [[entry.stage, entry.of, entry.minutes, at, people[madeBy ?? ''] ?? '', struckOutAt, struckOutReason]]
          : [],
      ),
      // What the log alone tells stands there as well.
      ...Object.entries(spentMinutes(job)).flatMap(([stage, { minutes, from, at }]) =>
        from === 'log' ? [[stage, 'log', minutes, at, '', null, null]] : [],
      ),
    ],
  }),
  quote: ({ job }) => {
    const agreed = new Set(recorded(job, 'quote-accepted').map(({ entry }) => entry.of));
    return {
      head: [
        'said_at',
        'agreed',
        'line',
        'quantity',
        'quantity_low',
        'quantity_high',
        'unit',
        'amount',
        'amount_low',
        'amount_high',
        'currency',
      ],
      rows: recorded(job, 'quote').flatMap(({ id, at, entry: { lines, total, currency } }) => {
        const said = (
          title: string,
          quantity: (typeof lines)[number]['quantity'] | null,
          unit: string,
          amount: typeof total | null,
        ): readonly Cell[] => [
          at,
          agreed.has(id) ? 'yes' : 'no',
          title,
          quantity?.median ?? null,
          quantity?.range90[0] ?? null,
          quantity?.range90[1] ?? null,
          unit,
          amount?.median ?? null,
          amount?.range90[0] ?? null,
          amount?.range90[1] ?? null,
          currency,
        ];
        return [
          ...lines.map((line) => said(line.title, line.quantity, line.unit, line.amount)),
          said('Total', null, '', total),
        ];
      }),
    };
  },
};

/**
 * A table of a job as comma-separated values (RFC 4180), with a mark at its beginning by which spreadsheets know its
 * letters.
 */
export function tableFile(table: JobTable, source: TableSource): Buffer {
  const { head, rows } = TABLES[table](source);
  const lines = [head, ...rows.map((row) => row.map(safe))];
  return Buffer.from(
    stringify(lines, { bom: true, record_delimiter: 'windows', quoted_match: /[\r\n\u2028\u2029]/ }),
    'utf8',
  );
}
