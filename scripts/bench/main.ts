import { tryDilutions } from '../../packages/metallurgy/src/learn/testing/simulated-beads';
import { tryTints } from '../../packages/metallurgy/src/tint/testing/made-up-photographs';
import { tryFit } from '../../packages/metallurgy/src/purge/testing/simulated-purges';
import {
  choose,
  chooseFirst,
  fillerLoss,
  identify,
  nextTests,
  RODS,
  type ChooseInput,
  type PieceInput,
  innerSpaces,
  jointFigures,
  layOut,
  purge,
  purgeLevels,
  roomToPurge,
  vent,
  type Assembly,
  type AssemblyPiece,
  weldHeat,
} from '@variatum/metallurgy';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { kernelHere, kernelInC, POOLS } from './against-c';
import { heatFieldHere, heatFieldInC } from './heat-against-c';

/** Speed figures. Milliseconds differ from run to run: ratios within one mean more. */
const say = (text = ''): void => void process.stdout.write(`${text}\n`);
const milliseconds = (work: () => unknown): number => {
  const from = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - from) / 1e6;
};
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] as number;
const medianOf = (runs: number, work: () => unknown): number =>
  median(Array.from({ length: runs }, () => milliseconds(work)));

/** A tube of which nothing is said but its form. */
const PLAIN: AssemblyPiece = {
  id: '',
  kind: 'base',
  form: 'tube',
  shape: null,
  thicknessMm: 3,
  outsideMm: null,
  lengthMm: null,
  widthMm: null,
  endOutsideMm: null,
  bendDeg: null,
  count: 1,
};

const unknownPair: ChooseInput = { pieces: [{ item: {} }, { item: {} }], joint: { type: 'fillet' } };
/** The ring of a pipe in two passes with pauses, as the page simulates it. */
function twoPassRing(): { readonly minutes: number; readonly milliseconds: number; readonly megabytes: number } {
  const side = {
    material: { grade: '316L' },
    thicknessMm: 2.77,
    reachMm: 120,
    spread: 'straight',
    bothWays: false,
  } as const;
  const lengthMm = Math.PI * 57.5;
  const seam = {
    kind: 'ring',
    lengthMm,
    beyondMm: 0,
    closedInside: true,
    sides: [side, side],
    passes: 2,
    arcs: [{ amps: 75, travelMmPerS: 1.3 }],
    interpassC: 150,
    people: 1,
    hold: 'tacks',
    tackMm: 28,
    outOfReach: [],
    turns: true,
    left: [],
    fixed: [],
    bars: [],
  } as const;
  const quarter = (pass: number, at: number) => ({
    pass,
    fromMm: (lengthMm * at) / 4,
    toMm: (lengthMm * (at + 1)) / 4,
    person: 0 as const,
    restS: 0,
  });
  const runs = [0, 1].flatMap((pass) => [0, 2, 1, 3].map((at) => quarter(pass, at)));
  let found = weldHeat(
    { seam, runs, cover: { cupMm: 12, trailingMm: 0, postFlowS: 10 }, shieldedInside: true, probes: [] },
    1,
  );
  const took = medianOf(3, () => {
    found = weldHeat(
      { seam, runs, cover: { cupMm: 12, trailingMm: 0, postFlowS: 10 }, shieldedInside: true, probes: [] },
      1,
    );
  });
  return { minutes: found.watchedS / 60, milliseconds: took, megabytes: found.film.temperatures.byteLength / 1e6 };
}

const rods = RODS.slice(0, 40).map(({ id }) => id);

say('Pools: mixing, ten equivalents and indices, ferrite number, solidification mode');
const here = kernelHere();
const inC = kernelInC();
say(`  this core       ${(POOLS / here.seconds / 1e6).toFixed(2)} million a second`);
if (!inC) say('  no C compiler on this machine: comparison skipped');
else {
  const agree = Math.abs(here.sum - inC.sum) < 1e-6 * Math.abs(inC.sum) && here.modes === inC.modes;
  say(`  the same in C   ${(POOLS / inC.seconds / 1e6).toFixed(2)} million a second (cc -O3)`);
  say(`  ratio           ${(inC.seconds / here.seconds).toFixed(2)} of C; results ${agree ? 'agree' : 'DIFFER'}`);
  if (!agree) process.exitCode = 1;
}

say();
say('Heat of a ring of 60.3 x 2.77 mm pipe, 1200 steps of the scheme');
const ring = heatFieldHere();
const ringInC = heatFieldInC();
say(`  this core       ${(ring.seconds * 1000).toFixed(0)} ms`);
if (ringInC) {
  const agree =
    Math.abs(ring.sum - ringInC.sum) < 1e-6 * ringInC.sum && Math.abs(ring.lost - ringInC.lost) < 1e-6 * ringInC.lost;
  say(`  the same in C   ${(ringInC.seconds * 1000).toFixed(0)} ms (cc -O3)`);
  say(
    `  ratio           ${(ringInC.seconds / ring.seconds).toFixed(2)} of C (aim 0.5); results ` +
      (agree ? 'agree' : 'DIFFER'),
  );
  if (!agree) process.exitCode = 1;
}
const twoPass = twoPassRing();
say(
  `  two passes with pauses, ${twoPass.minutes.toFixed(0)} simulated minutes: ${twoPass.milliseconds.toFixed(0)} ` +
    `ms (aim 2000), ${twoPass.megabytes.toFixed(1)} MB of pictures`,
);

say();
say('Choice over two unknown pieces (12 candidates each), 40 rods');
const cold = milliseconds(() => chooseFirst({ ...unknownPair, rods }, 1));
for (let warm = 0; warm < 3; warm++) choose({ ...unknownPair, rods }, warm);
const first = medianOf(9, () => chooseFirst({ ...unknownPair, rods }, 1));
const settled = medianOf(7, () => choose({ ...unknownPair, rods }, 1));
say(`  first answer    ${first.toFixed(0)} ms (first of the process: ${cold.toFixed(0)} ms); aim 100`);
say(`  settled answer  ${settled.toFixed(0)} ms, ${(settled / first).toFixed(1)} times the first; aim 1000`);

say();
say('The part in view: a run with branches, laid out with every figure');
const aPart = (count: number): Assembly => ({
  pieces: [
    { ...PLAIN, id: 'run', outsideMm: 114, lengthMm: 4000 },
    ...Array.from({ length: count - 1 }, (_, index) => ({ ...PLAIN, id: String(index), outsideMm: 34, lengthMm: 120 })),
  ],
  joints: Array.from({ length: count - 1 }, (_, index) => ({
    id: String(index),
    type: 'saddle' as const,
    sides: [String(index), 'run'].map((one) => ({ piece: one, end: null, alongMm: null, clock: null })),
    lengthMm: null,
    course: null,
    gapMm: null,
  })),
});
const laidOut = (count: number): number => {
  const assembly = aPart(count);
  return medianOf(15, () => {
    const layout = layOut(assembly);
    return [jointFigures(assembly, layout), innerSpaces(assembly)];
  });
};
const layoutOnly = medianOf(15, () => layOut(aPart(40)));
const ten = laidOut(10);
const forty = laidOut(40);
say(`  layout          ${layoutOnly.toFixed(1)} ms for 40 pieces; aim 16`);
say(`  with figures    ${forty.toFixed(1)} ms, ${(forty / ten).toFixed(1)} times that of 10 pieces`);

say();
say('Back shielding: a dam moved on a line of four joints');
const tube = (id: string, lengthMm: number): AssemblyPiece => ({
  id,
  kind: 'base',
  form: 'tube',
  shape: null,
  thicknessMm: 1,
  outsideMm: 18,
  lengthMm,
  widthMm: null,
  endOutsideMm: null,
  bendDeg: null,
  count: 1,
});
const line: Assembly = {
  pieces: [tube('a', 900), tube('b', 50), tube('c', 600), tube('d', 700), tube('e', 400)],
  joints: [0, 1, 2, 3].map((first) => ({
    id: String(first),
    type: 'square-butt' as const,
    lengthMm: null,
    course: null,
    gapMm: null,
    sides: [first, first + 1].map((at) => ({ piece: 'abcde'[at] as string, end: null, alongMm: null, clock: null })),
  })),
};
let alongMm = 400;
const moved = medianOf(25, () => {
  alongMm += 7;
  const room = innerSpaces(line, [
    { piece: 'a', alongMm },
    { piece: 'c', alongMm: 300 },
  ]).find(({ joints }) => joints.includes('0'));
  const space = room && roomToPurge(line, room, null).space;
  if (!space) throw new Error('no room behind the joint');
  const asked = { space, flowLpm: 5, targetPpm: 50, seal: 'taped' as const };
  const minutes = Array.from({ length: 37 }, (_, index) => index / 12);
  return [purge(asked), purgeLevels({ ...asked, minutes }), vent({ flowLpm: 3, holesMm: [3.2], pool: { depthMm: 1 } })];
});
say(`  dam moved       ${moved.toFixed(1)} ms for room, wait, curve and vent; one frame 16.7`);

say();
say('Identification after one more test');
const tests: PieceInput['tests'] = [
  { test: 'magnet', outcome: 'faint', worked: 'bent' },
  { test: 'molybdenum-spot', outcome: 'negative' },
  { test: 'chips', outcome: 'stringy' },
];
const piece: PieceInput = { item: { form: 'tube' }, tests };
identify(piece);
const update = medianOf(15, () => identify(piece));
const known = identify(piece);
const loss = fillerLoss({ pieces: [piece, { grade: '316L' }], joint: { type: 'fillet' } }, 0);
const planning = medianOf(9, () => nextTests(known, loss));
say(`  update          ${update.toFixed(1)} ms; aim 16`);
say(`  next test       ${planning.toFixed(1)} ms, ${(planning / update).toFixed(1)} times the update`);

say();
say('Growth: time for twice and four times as much, against once (linear is 2 and 4)');
const growth = (what: string, at: (times: number) => unknown): void => {
  at(4);
  const [one, two, four] = [1, 2, 4].map((times) => medianOf(5, () => at(times))) as [number, number, number];
  say(`  ${what.padEnd(16)}${(two / one).toFixed(2)}  ${(four / one).toFixed(2)}`);
};
const pair = [{ grade: 'A36' }, { grade: '304L' }];
growth('samples', (times) => chooseSamples(512 * times, 20));
growth('rods', (times) => chooseSamples(1024, 12 * times));
{
  // How many grades stay in the running is not for the asking: pieces better and worse known, time by grade.
  const pieces: PieceInput[] = [
    { item: { form: 'tube' }, tests: [{ test: 'analyser', reading: { Cr: 16.8, Ni: 10.1, Mo: 2.05, Mn: 1.4 } }] },
    { item: { form: 'tube' }, tests: [{ test: 'magnet', outcome: 'none', worked: 'soft' }] },
    { item: {} },
  ];
  const perGrade = pieces.map((one) => {
    const question: ChooseInput = { pieces: [one, { grade: '304L' }], joint: { type: 'fillet' }, rods };
    const grades = choose(question).matrix.filter(({ piece: position }) => position === 0).length;
    return { grades, time: medianOf(5, () => fillerLoss(question, 0)) / grades };
  });
  const once = perGrade[0] as (typeof perGrade)[number];
  say(
    '  ' +
      `${'candidates'.padEnd(16)}` +
      `${perGrade.map(({ grades, time }) => `${grades}: ${(time / once.time).toFixed(2)}`).join('  ')} ` +
      ' (time by grade, against the first; linear is 1)',
  );
}
function chooseSamples(samples: number, count: number): unknown {
  return choose(
    { pieces: pair, joint: { type: 'fillet' }, rods: RODS.slice(0, count).map(({ id }) => id), samples },
    1,
  );
}

say();
say('Fit of a running purge: 200 made up, half of them with a leak that matters');
const share = (part: number): string => `${(100 * part).toFixed(0)} of 100`;
for (const passed of [0.5, 0.75]) {
  const { withinFifth, covered, leaksTold, mixingTold } = tryFit(200, passed, 11);
  say(
    `  after ${passed} of the wait: time left within a fifth in ${share(withinFifth)}, in its range in ` +
      `${share(covered)} (aim 90); leaks named ${share(leaksTold)}, slow mixing taken for none ${share(mixingTold)}`,
  );
}

say();
say('Heat tint in 500 made-up photographs: film that strays, tilt, lamps of all colours, noise');
{
  const trial = tryTints(500, 1);
  say(
    `  readable ${trial.readable}: refused ${share(trial.refused)}; level right in ${share(trial.atLevel)}, ` +
      `within one in ${share(trial.withinOne)} (aim 90), ${share(trial.withinOneByOnePlace)} without the way to ` +
      `bare metal; film in its range in ${share(trial.inRange)} (aim 90)`,
  );
  say(
    `  hopeless ${trial.hopeless} (glare, dark, sodium lamp, grey scale, paint): refused ` +
      share(trial.hopelessRefused),
  );
}

say();
say('Dilution learnt from measured ferrite: 40 made-up workshops');
for (const beads of [5, 15, 40]) {
  const { within, covered, off, offBefore } = tryDilutions(40, beads, 5);
  say(
    `  ${String(beads).padStart(2)} beads        within 0.03 in ${share(within)}, in its range in ` +
      `${share(covered)} (aim 90); off by ${off.toFixed(3)}, before ${offBefore.toFixed(3)}`,
  );
}

say();
say(`Peak memory of this run: ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`);

const built = 'dist/web/browser';
if (existsSync(join(built, 'index.html'))) {
  const page = readFileSync(join(built, 'index.html'), 'utf8');
  const compressed = (name: string): number => gzipSync(readFileSync(join(built, name))).length / 1024;
  const scripts = readdirSync(built).filter((name) => name.endsWith('.js'));
  // What the page names, and what those scripts import before anything shows.
  const initial = new Set([...page.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name as string));
  for (const name of initial)
    for (const [, imported] of readFileSync(join(built, name), 'utf8').matchAll(/from"\.\/([\w-]+\.js)"/g))
      initial.add(imported as string);
  const worker = scripts.find((name) => name.startsWith('worker-'));
  const rest = scripts.filter((name) => !initial.has(name) && name !== worker);
  const sum = (names: Iterable<string>): number => [...names].reduce((total, name) => total + compressed(name), 0);
  say();
  say('Weight of the page, compressed');
  say(`  initial scripts ${sum(initial).toFixed(0)} kB in ${initial.size} files; at most 400`);
  say(`  on demand       ${sum(rest).toFixed(0)} kB in ${rest.length} files`);
  if (worker) say(`  compute worker  ${compressed(worker).toFixed(0)} kB`);
}
