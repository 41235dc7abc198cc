import type { ComputationName } from '@variatum/job';

/** A length as jobs keep it. */
const mm = (value: number | null) => ({ value, typed: '' });
const RAIL = { pieces: [{ grade: 'A36' }, { grade: '304L' }], joint: { type: 'fillet' } };
const UNKNOWN = { pieces: [{ tests: [{ test: 'magnet', outcome: 'none' }] }, { grade: '304L' }] };
const ARC = { amps: 60, travelMmPerS: 1.8 };
const COMPOSITION = { Cr: 18.2, Ni: 8.1, C: 0.04, N: 0.05, Mn: 1.4, Si: 0.4 };
const SIDE = { material: { grade: '304L' }, thicknessMm: 2, reachMm: 100, spread: 'straight', bothWays: false };
const SEAM = {
  kind: 'ring',
  lengthMm: 190,
  beyondMm: 0,
  closedInside: true,
  sides: [SIDE, SIDE],
  passes: 1,
  arcs: [ARC],
  interpassC: null,
  people: 1,
  hold: 'tacks',
  tackMm: 30,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  bars: [],
};
const RUNS = [
  { pass: 0, fromMm: 0, toMm: 95, person: 0, restS: 0 },
  { pass: 0, fromMm: 95, toMm: 190, person: 0, restS: 0 },
];
const TRACE = [
  { seconds: 0, tempC: 410 },
  { seconds: 30, tempC: 352 },
  { seconds: 60, tempC: 304 },
  { seconds: 90, tempC: 265 },
  { seconds: 120, tempC: 231 },
];
const TUBE = { form: 'tube', grade: '316L', outsideMm: mm(60.3), thicknessMm: mm(2), lengthMm: mm(300) };
const [A, B] = ['00000000-0000-4000-8000-00000000000a', '00000000-0000-4000-8000-00000000000b'];
const JOB = {
  pieces: [
    { id: A, name: 'Left', ...TUBE },
    { id: B, name: 'Right', ...TUBE },
  ],
  joints: [
    {
      id: '00000000-0000-4000-8000-00000000000c',
      joint: { type: 'square-butt' },
      sides: [A, B].map((piece) => ({ piece, end: null, alongMm: mm(null), clock: null })),
    },
  ],
};

/** A document each command answers, short enough to be typed. */
export const EXAMPLES: Readonly<Record<ComputationName, object>> = {
  constitution: { composition: COMPOSITION },
  pool: { parents: [{ grade: 'A36' }, { grade: '304L' }], rod: { class: 'ER309L' }, dilution: 0.3 },
  identify: { tests: [{ test: 'magnet', outcome: 'faint', worked: 'bent' }] },
  choose: RAIL,
  purge: { space: { volumeL: 8 }, flowLpm: 8, feed: 'low', targetPpm: 100 },
  'purge-fit': {
    planned: { space: { volumeL: 8 }, flowLpm: 8, targetPpm: 100 },
    targetPpm: 100,
    trace: [
      { seconds: 30, ppm: 160000 },
      { seconds: 60, ppm: 104000 },
      { seconds: 90, ppm: 62000 },
      { seconds: 120, ppm: 36000 },
      { seconds: 150, ppm: 20000 },
      { seconds: 180, ppm: 11200 },
      { seconds: 210, ppm: 6200 },
      { seconds: 240, ppm: 3400 },
    ],
  },
  'interpass-fit': { grade: '316L', trace: TRACE },
  'bead-finding': { ...RAIL, beads: [{ saw: 'ferrite', rod: 'ER309L', fn: 8 }] },
  vent: { flowLpm: 6, holesMm: [4], pool: { depthMm: 1.65 } },
  settings: {
    pieces: [{ grade: '316L' }, { grade: '316L' }],
    joint: { type: 'square-butt', thicknessMm: 2 },
    rod: null,
    process: 'gtaw',
  },
  heat: { material: { grade: '304L' }, thicknessMm: 2, arc: ARC },
  shrink: { areaMm2: 14, thicknessMm: 3, family: 'austenitic' },
  order: { ring: { outsideMm: 60.3, wallMm: 2.77 }, grade: '316L', passes: 2, arc: ARC, interpassC: 150 },
  tint: { pixel: [40, 60, 110], reference: { pixel: [225, 224, 220], is: 'white' }, grade: '304L' },
  learn: {
    technique: 'fillet',
    measured: [{ parents: [{ grade: '304L' }, { grade: 'A36' }], rod: 'ER309L', measuredFn: 11 }],
  },
  plan: { job: JOB },
  quote: {
    joints: [{ type: 'fillet', lengthMm: 300, thicknessMm: [3, 5] }],
    rates: { currency: 'EUR', labourPerHour: 60 },
  },
  explain: { ...RAIL, rod: 'ER309L' },
  'order-plans': { seam: SEAM, aim: 'balance' },
  'judge-order': { seam: SEAM, runs: RUNS },
  'weld-heat': {
    seam: SEAM,
    runs: RUNS,
    cover: { cupMm: 12.7, trailingMm: 0, postFlowS: 8 },
    shieldedInside: true,
    probes: [],
  },
  'cooling-forecast': {
    seam: SEAM,
    laid: [{ fromMm: 0, toMm: 95, startedS: 0, endedS: 53, joules: 30_000 }],
    next: { fromMm: 95, toMm: 190 },
    limitC: 150,
  },
  'choose-first': RAIL,
  'identify-piece': { joint: UNKNOWN, piece: 0 },
  'plan-tests': { joint: UNKNOWN, piece: 0 },
  'pool-cloud': { joint: RAIL, rod: 'ER309L' },
  trace: COMPOSITION,
};
