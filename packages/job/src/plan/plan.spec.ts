import {
  NO_FIT,
  NO_SEAM_ORDER,
  planSchema,
  type JobDetail,
  type Plan,
  type PlanStep,
  type WeldRecord,
} from '@variatum/contracts';
import { choose, known, type WeldEntry } from '@variatum/metallurgy';
import { jointQuestion, quoteOfJob } from '../questions';
import { sideOf } from '../records';
import { JOB_KINDS, randomJob } from '../testing/random-job';
import { ID, job, joint, piece, stamp } from '../testing/records';
import { planOfJob } from './plan-of-job';
import type { PlanInput } from './plan-input';

const id = (end: string): string => `00000000-0000-4000-8000-0000000000${end}`;
const [A, B, C, ONE, TWO] = ['a1', 'a2', 'a3', 'b1', 'b2'].map(id) as [string, string, string, string, string];
const tube = (own: string, position: number, long: number) =>
  piece({
    id: own,
    position,
    form: 'tube',
    grade: '316L',
    outsideMm: known(60.3),
    thicknessMm: known(2),
    lengthMm: known(long),
  });
const rings = (fields: Parameters<typeof joint>[0] = {}) => [
  joint({ id: ONE, sides: [sideOf(A), sideOf(B)], joint: { type: 'square-butt' }, ...fields }),
  joint({ id: TWO, position: 1, sides: [sideOf(B), sideOf(C)], joint: { type: 'square-butt' }, ...fields }),
];
const line = (fields: Parameters<typeof job>[1] = {}) =>
  job([tube(A, 0, 900), tube(B, 1, 50), tube(C, 2, 600)], { joints: rings(), ...fields });
const plan = (input: Partial<PlanInput> = {}): Plan =>
  planOfJob({ job: line(), seed: 1, samples: 32, asOf: stamp, ...input });
const named = (steps: readonly PlanStep[], what: PlanStep['do']): readonly number[] =>
  steps.flatMap((step, index) => (step.do === what ? [index] : []));
const decision = (rod: string | null, jointId: string) => ({
  id: id(jointId === ONE ? 'd1' : 'd2'),
  jobId: ID,
  jointId,
  rod,
  recommended: 'ER316L',
  engineVersion: '0',
  seed: 1,
  note: '',
  madeBy: null,
  createdAt: stamp,
});
let logged = 0;
const log = (jointId: string, entry: WeldEntry): WeldRecord => ({
  id: id((10 + logged++).toString()),
  jobId: ID,
  jointId,
  at: stamp,
  entry,
  madeBy: null,
  version: 1,
  struckOutAt: null,
  struckOutReason: null,
  createdAt: stamp,
});

test('two rings on one line: gas once, all tacks before any run, the far one first, gas off last', () => {
  const { steps, spaces, joints } = plan();
  expect(spaces).toMatchObject([{ joints: [TWO, ONE], way: 'purge', isSaid: false }]);
  const [on, off] = [named(steps, 'gas-on'), named(steps, 'gas-off')];
  const [tacks, runs] = [named(steps, 'tack'), named(steps, 'run')];
  expect([on.length, off.length]).toEqual([1, 1]);
  expect(Math.max(...on)).toBeLessThan(Math.min(...tacks));
  expect(Math.max(...tacks)).toBeLessThan(Math.min(...runs));
  expect(Math.max(...runs)).toBeLessThan(Math.min(...off));
  const inTurn = [...new Set(runs.map((index) => steps[index]?.joint))];
  expect(inTurn).toEqual([TWO, ONE]);
  expect(joints.map(({ tacks: own }) => own?.atMm.length)).toEqual([tacks.length / 2, tacks.length / 2]);
});

test('the same input gives the same bytes, and what is kept is not reckoned again', () => {
  const cold = plan();
  expect(JSON.stringify(plan())).toBe(JSON.stringify(cold));
  const question = jointQuestion(line(), rings()[0]!)!;
  const answer = choose({ ...question, samples: 32 });
  // A database gives the fields of a question back in an order of its own.
  const turned = Object.fromEntries(Object.entries(question).reverse());
  const warm = plan({ results: { choices: [{ question: turned, answer }] } });
  expect(warm.cold.filter((name) => name.startsWith('choose'))).toEqual([]);
  expect({ ...warm, cold: [] }).toEqual({ ...cold, cold: [] });
  const other = plan({
    results: { choices: [{ question: { ...question, service: { environment: 'sea' } }, answer }] },
  });
  expect(other.cold).toContain(`choose ${ONE}`);
});

test('a rod that was decided on stands wherever a rod is named, with what ranks first beside it', () => {
  const { joints } = plan({ job: line({ decisions: [decision('ER309L', ONE)] }) });
  const [first, second] = joints;
  expect(first).toMatchObject({ rod: { used: 'ER309L', decision: { rod: 'ER309L' }, best: second?.rod.used } });
  expect(first?.passes.map(({ rod }) => rod)).toEqual(['ER309L']);
  expect(second?.rod.decision).toBeNull();
  const fused = plan({ job: line({ decisions: [decision(null, ONE), decision(null, TWO)] }) });
  expect(fused.joints.flatMap(({ passes }) => passes)).toEqual([
    expect.objectContaining({ kind: 'fused', technique: 'fused', rod: null, rodMm: null }),
    expect.objectContaining({ kind: 'fused', rod: null }),
  ]);
  expect(fused.needs.depositG).toBe(0);
});

test('a step keeps its name when others go, and one that was made is done', () => {
  const whole = plan();
  const own = whole.steps.filter(({ joint: of, do: what }) => of === TWO && what === 'run');
  const [first, second] = rings();
  const alone = plan({ job: line({ joints: [{ ...first!, withdrawnAt: stamp }, second!] }) });
  const left = alone.steps.filter(({ joint: of, do: what }) => of === TWO && what === 'run');
  expect(left.map(({ id: name }) => name)).toEqual(own.map(({ id: name }) => name));
  const [run] = own;
  const start = log(TWO, {
    kind: 'start',
    bead: 'run',
    pass: 0,
    number: 0,
    fromMm: run!.fromMm!,
    toMm: run!.toMm!,
    amps: 60,
    rod: 'ER316L',
    rodMm: 1.6,
    lot: '',
    person: 0,
  });
  const weld = [start, log(TWO, { kind: 'stop', of: start.id, why: 'end', toMm: null })];
  const made = plan({ job: line({ weld }) }).steps.find((step) => step.id === run!.id);
  expect(made).toMatchObject({ state: 'done', entries: [start.id] });
});

test('what nobody said of the back is taken as usual, what was said as said; nothing is purged that needs none', () => {
  expect(plan().spaces[0]).toMatchObject({ way: 'purge', isSaid: false });
  const said = plan({ job: line({ joints: rings({ joint: { type: 'square-butt', backShielding: 'none' } }) }) });
  expect(said.spaces[0]).toMatchObject({ way: 'none', isSaid: true, waitMinutes: null, gasL: null });
  expect(named(said.steps, 'gas-on')).toEqual([]);
  expect(said.minutes.purge.median).toBe(0);
});

test('joints of one purge are taped until their turn; a poor fit gets more gas, the next one less', () => {
  const wide = { ...NO_FIT, gapMm: known(2) };
  const joints = rings({}).map((one) => (one.id === ONE ? { ...one, fit: wide } : one));
  const { spaces, steps } = plan({ job: line({ joints }) });
  const [space] = spaces;
  const changes = steps.filter((step) => step.do === 'untape' || step.do === 'flow');
  expect(changes.filter((step) => step.do === 'untape').map(({ joint }) => joint)).toEqual(
    space!.turns.map(({ joint }) => joint),
  );
  const lpm = (joint: string): number => space!.turns.find((one) => one.joint === joint)!.lpm;
  expect(lpm(ONE)).toBeGreaterThan(lpm(TWO));
  expect(lpm(ONE)).toBeLessThanOrEqual(3 * space!.weldLpm);
  const flows = changes.filter((step) => step.do === 'flow').map(({ flowLpm }) => flowLpm);
  expect(flows).toEqual(space!.turns.map((one) => one.lpm));
  // What was untaped before the log began is done with its first run.
  for (const step of changes) {
    const run = steps.findIndex((one) => one.do === 'run' && one.joint === step.joint);
    expect(steps.indexOf(step)).toBeLessThan(run);
  }
});

test('a machine that gives too little is told, with what it gives', () => {
  const small = { id: ID, name: 'Small', processes: ['gtaw' as const], kind: 'inverter' as const, volts: 230 };
  const machines = [{ ...small, amperes: 16, phases: 1 as const, mostAmperes: 30 }];
  const { needs, joints } = plan({ workshop: { machines } });
  expect(needs).toMatchObject({
    machine: 'Small',
    cannot: [{ code: 'wants-amps', joint: ONE, pass: 'root', gives: 30 }, {}],
  });
  expect(joints[0]!.passes[0]!.amps.median).toBeLessThanOrEqual(30);
});

test('the job says which machine it is welded with and at which socket; what is lacking is said with ways out', () => {
  const of = (id: string, name: string, mostAmperes: number | null, processes: readonly ('gtaw' | 'smaw')[]) => ({
    id,
    name,
    processes: [...processes],
    kind: 'inverter' as const,
    volts: 230,
    amperes: 10,
    phases: 1 as const,
    mostAmperes,
  });
  const machines = [of(A, 'Bench', null, ['gtaw']), of(B, 'Van', 30, ['gtaw']), of(ID, 'Buzz box', 160, ['smaw'])];
  const needs = (machine: JobDetail['machine']) => plan({ job: line({ machine }), workshop: { machines } }).needs;
  expect(needs({ id: null, socket: null })).toMatchObject({ machine: 'Bench', cannot: [] });
  const [van] = needs({ id: B, socket: null }).cannot;
  expect(van).toMatchObject({ code: 'wants-amps', gives: 30, ways: [{ code: 'machine', machine: A, name: 'Bench' }] });
  const weak = { volts: 120, amperes: 3, phases: 1 as const };
  const [starved] = needs({ id: A, socket: weak }).cannot;
  expect(starved).toMatchObject({ code: 'wants-amps', pass: 'root' });
  expect(starved!.ways).toContainEqual({ code: 'socket', socket: '120-15' });
  expect(needs({ id: ID, socket: null })).toMatchObject({
    machine: 'Buzz box',
    cannot: [{ code: 'lacks-process', joint: ONE, ways: [{ name: 'Bench' }, { name: 'Van' }] }, {}],
  });
});

test('a limit that cannot be taken is left out of account: the usual one holds, and the order is reckoned', () => {
  const [usual] = plan().joints;
  const [odd] = plan({ job: line({ joints: rings({ seamOrder: { ...NO_SEAM_ORDER, interpassC: 9999 } }) }) }).joints;
  expect(odd?.metal).toEqual(usual?.metal);
  expect(odd?.passes).toEqual(usual?.passes);
});

test('a metal the program does not know stops nothing: it is told with its field', () => {
  const odd = line();
  const unknown = odd.pieces.map((one) => (one.id === A ? { ...one, grade: 'unobtainium' } : one));
  const found = plan({ job: { ...odd, pieces: unknown } });
  expect(found.open).toContainEqual({ code: 'not-reckoned', joint: ONE, field: 'pieces.0.grade' });
  expect(found.joints.map(({ rod }) => rod.used === undefined)).toEqual([true, false]);
  expect(found.joints[1]!.passes).toHaveLength(1);
});

test('without sizes nothing is invented: it is told what is wanting', () => {
  const bare = plan({ job: job([piece({ grade: '304L' })], { joints: [joint({ id: ONE })] }) });
  expect(bare.joints[0]).toMatchObject({ lengthMm: null, passes: [], tacks: null });
  expect(bare.open.map(({ code }) => code)).toContain('wants-sizes');
});

test('cast iron is welded by its school: cold in short peened beads that wait, hot without a wait', () => {
  const iron = (preparation: JobDetail['preparation'] = []) =>
    plan({
      job: job(
        [A, B].map((own, position) =>
          piece({
            id: own,
            position,
            grade: 'grey-iron',
            form: 'casting',
            thicknessMm: known(6),
            lengthMm: known(200),
            widthMm: known(100),
          }),
        ),
        {
          joints: [joint({ id: ONE, sides: [sideOf(A)], joint: { type: 'crack' }, lengthMm: known(160) })],
          preparation,
        },
      ),
    });
  const cold = iron();
  const [own] = cold.joints;
  expect(own?.metal).toMatchObject({ school: 'cold', everyRunC: 60, isPeened: true, holdAboveC: null });
  expect(own?.tacks).toBeNull();
  const runs = cold.steps.filter(({ do: what }) => what === 'run');
  const rests = cold.steps.filter(({ do: what }) => what === 'rest');
  for (const { fromMm, toMm } of runs) expect(Math.abs(toMm! - fromMm!)).toBeLessThanOrEqual(40);
  expect(rests.length).toBeGreaterThan(0);
  for (const { until } of rests) expect(until).toEqual({ belowC: 60 });
  const said = {
    id: ID,
    jobId: ID,
    madeBy: null,
    createdAt: stamp,
    key: `cast-iron-school ${A}`,
    way: 'hot',
    state: 'done' as const,
  };
  const hot = iron([said]);
  expect(hot.joints[0]?.metal).toMatchObject({ school: 'hot', preheatC: 300, holdAboveC: 300, interpassMaxC: null });
  expect(hot.steps.filter(({ do: what }) => what === 'rest')).toEqual([]);
  expect(cold.minutes.cool.median).toBeGreaterThan(hot.minutes.cool.median);
});

describe.each(JOB_KINDS)('jobs of the kind %s', (kind) => {
  const drawn = [11, 12].map((seed) => randomJob(kind, seed));

  test('give a plan that is whole and agrees with itself', () => {
    for (const { job: one, workshop } of drawn) {
      const found = planOfJob({ job: one, workshop, seed: 1, samples: 16, asOf: stamp });
      expect(() => planSchema.parse(found)).not.toThrow();
      const ids = found.steps.map((step) => step.id);
      expect(new Set(ids).size).toBe(ids.length);
      // What is waited for at the torch is priced.
      const waited = found.steps.reduce(
        (sum, { do: what, elapsedMinutes }) => sum + (what === 'rest' ? elapsedMinutes : 0),
        0,
      );
      expect(found.minutes.cool.median).toBeCloseTo(waited, 0);
      const rods = new Map(found.joints.map((own) => [own.id, own.rod.used]));
      const { question } = quoteOfJob(one, { undecided: (leader) => rods.get(leader.id) });
      const behind = new Set(found.spaces.filter(({ waitMinutes }) => waitMinutes).map((space) => space.id));
      for (const step of found.steps)
        if (step.do === 'gas-on' && step.elapsedMinutes > 0) expect(behind).toContain(step.space);
      for (const own of found.joints) {
        const steps = found.steps.filter((step) => step.joint === own.id);
        expect(steps.filter((step) => step.do === 'tack')).toHaveLength(own.tacks?.atMm.length ?? 0);
        // What is priced is what is welded.
        const priced = question?.joints[found.joints.indexOf(own)];
        if (own.passes.length > 0) {
          expect(priced?.lengthMm).toBeCloseTo(own.lengthMm!, 3);
          expect(priced).toMatchObject({ passes: own.passes.length, travelMmPerS: own.passes[0]!.travelMmPerS });
        }
        for (const pass of own.passes) {
          const runs = steps.filter((step) => step.do === 'run' && step.pass === pass.number);
          expect(runs).toHaveLength(pass.starts);
          const lengthMm = runs.reduce((all, run) => all + Math.abs(run.toMm! - run.fromMm!), 0);
          expect(lengthMm).toBeCloseTo(own.lengthMm!, 3);
          expect(pass.arcSeconds * pass.travelMmPerS).toBeCloseTo(lengthMm, 3);
        }
      }
    }
  });
});

test('passes of one joint are made each its own way: root fused, stick cap, a wash over the old weld last', () => {
  const seamOrder = {
    ...NO_SEAM_ORDER,
    passes: 3,
    ownPasses: {
      root: { rod: null, process: 'gtaw' as const },
      cap: { rod: 'E316L-17', process: 'smaw' as const },
    },
    wash: true,
  };
  const { joints, steps, minutes } = plan({ job: line({ joints: rings({ seamOrder }) }) });
  const [first] = joints;
  const used = first!.rod.used;
  expect(first!.passes.map(({ kind, rod, process }) => [kind, rod, process])).toEqual([
    ['fused', null, 'gtaw'],
    ['fill', used, 'gtaw'],
    ['cap', 'E316L-17', 'smaw'],
    ['wash', null, 'gtaw'],
  ]);
  const [root, , cap] = first!.passes;
  expect(root).toMatchObject({ technique: 'fused', rodMm: null, dilution: { median: 1 } });
  // A covered electrode burns at its own voltage, and more of it stays in the metal.
  expect(cap!.volts).toBeGreaterThan(20);
  expect(cap!.heatInputKJPerMm / cap!.arcEnergyKJPerMm).toBeCloseTo(0.8, 6);
  const last = steps.filter((step) => step.do === 'run' && step.joint === ONE).map(({ pass }) => pass);
  expect(last).toContain(4);
  const fewer = plan({ job: line({ joints: rings({ seamOrder: { ...seamOrder, wash: false } }) }) });
  expect(minutes.weld.median).toBeGreaterThan(fewer.minutes.weld.median);
});

test('what holds a joint, heat afterwards for the rod that is used, and what is mended are steps', () => {
  const shaft = (own: string, position: number) => ({ ...tube(own, position, 300), grade: '410' });
  const seamOrder = { ...NO_SEAM_ORDER, hold: 'strongback' as const };
  const pieces = [shaft(A, 0), shaft(B, 1)];
  const joints = [joint({ id: ONE, sides: [sideOf(A), sideOf(B)], joint: { type: 'square-butt' }, seamOrder })];
  const stepsWith = (rod: string, fields: Parameters<typeof job>[1] = {}): readonly PlanStep[] =>
    plan({ job: job(pieces, { joints, decisions: [decision(rod, ONE)], ...fields }) }).steps;
  const like = stepsWith('ER410');
  const [hold] = named(like, 'hold');
  expect(hold).toBeLessThan(named(like, 'tack')[0]!);
  const [tempered] = named(like, 'post-heat');
  expect(like[tempered!]).toMatchObject({ code: '410', atC: { low: 650, high: 760 } });
  expect(tempered).toBeGreaterThan(named(like, 'run').at(-1)!);
  expect(like[named(like, 'release')[0]!]).toMatchObject({ code: 'strongback', until: { belowC: 60 } });
  // A bead that does not harden is not tempered, whatever rod ranks first.
  expect(named(stepsWith('ER309L'), 'post-heat')).toEqual([]);
  const finding = {
    kind: 'finding',
    line: 'cracks',
    atMm: 30,
    value: null,
    range90: null,
    choice: 'crack',
    by: 'eye',
    note: '',
    photo: null,
  } as const;
  const record = [{ ...log(ONE, {} as never), entry: finding }] as never;
  const found = stepsWith('ER410', { record });
  expect(named(found, 'repair').map((index) => [found[index]?.code, found[index]?.fromMm])).toEqual([['cracks', 30]]);
});

test('an arc that went on past the end of its run leaves less of the next, and one that covers it none', () => {
  const joints = (runs: readonly (readonly [number, number])[]) => [
    joint({
      id: ONE,
      sides: [sideOf(A), sideOf(B)],
      joint: { type: 'square-butt' },
      seamOrder: {
        ...NO_SEAM_ORDER,
        plan: {
          title: 'by hand',
          lengthMm: Math.PI * 60.3,
          runs: runs.map(([fromMm, toMm]) => ({ pass: 0, fromMm, toMm, person: 0 as const, restS: 0 })),
        } as never,
      },
    }),
  ];
  const pieces = [tube(A, 0, 900), tube(B, 1, 600)];
  const length = Math.PI * 60.3;
  const begun = log(ONE, {
    kind: 'start',
    bead: 'run',
    pass: 0,
    number: 0,
    fromMm: 0,
    toMm: 60,
    amps: 60,
    rod: 'ER316L',
    rodMm: 1.6,
    lot: '',
    person: 0,
  });
  const out = (toMm: number) =>
    ({ ...log(ONE, { kind: 'stop', of: begun.id, why: 'reach', toMm }), at: '2026-01-01T00:01:00Z' }) as WeldRecord;
  const runsAfter = (toMm: number) =>
    plan({
      job: job(pieces, {
        joints: joints([
          [0, 60],
          [60, 120],
          [120, length],
        ]),
        weld: [begun, out(toMm)],
      }),
    }).steps.filter((step) => step.do === 'run');
  const [first, second, third] = runsAfter(90);
  expect([first?.state, second?.state, third?.state]).toEqual(['done', 'open', 'open']);
  expect(second!.labourMinutes).toBeCloseTo(third!.labourMinutes * (30 / (length - 120)), 6);
  expect(runsAfter(125).map(({ state }) => state)).toEqual(['done', 'done', 'open']);
  expect(runsAfter(40).map(({ state }) => state)).toEqual(['broken', 'open', 'open']);
});
