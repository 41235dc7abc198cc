import fc from 'fast-check';
import { simulateWeld, thermalMaterial, type ArcRun, type Shell, type ShellSide } from '../heat';
import { faultsOf } from '../testing/faults-of';
import { habitsOf, order, PlanJudge, searchOrder, segmentsOf, tradeOf, type OrderQuestion, type SeamProblem } from '.';

const STAINLESS = thermalMaterial({ grade: '316L' });
const side = (thicknessMm: number, reachMm = 120): ShellSide => ({
  material: STAINLESS,
  thicknessMm,
  reachMm,
  spread: 'straight',
  bothWays: false,
});
const shell = (kind: 'ring' | 'line', lengthMm: number, thicknessMm: number): Shell => ({
  kind,
  lengthMm,
  sides: [side(thicknessMm), side(thicknessMm)],
  beyondMm: kind === 'ring' ? 0 : 20,
  closedInside: kind === 'ring',
});
const PIPE = shell('ring', Math.PI * 57.5, 2.77);
const problem = (more: Partial<SeamProblem> = {}): SeamProblem => ({
  shell: PIPE,
  passes: 2,
  arcs: [{ powerW: 560, travelMmPerS: 1.3, radiusMm: 1.8, aimMm: 0 }],
  interpassC: 150,
  ambientC: 20,
  emissivity: 0.45,
  shrinkMm: [0.4],
  hold: 'none',
  tackMm: 24,
  people: 1,
  moveS: 8,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  ...more,
});

/** Length of seam that runs of the first pass cover. */
const welded = (runs: readonly ArcRun[]): number =>
  runs.reduce((sum, { pass, fromMm, toMm }) => sum + (pass === 0 ? Math.abs(toMm - fromMm) : 0), 0);

describe('segments', () => {
  test('cover all that is to be welded, once, whatever is left out', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.double({ min: 0, max: 150, noNaN: true }),
        fc.double({ min: 5, max: 60, noNaN: true }),
        (count, fromMm, long) => {
          const left = [{ fromMm, toMm: Math.min(PIPE.lengthMm, fromMm + long) }];
          const segments = segmentsOf(problem({ left }), count);
          const sum = segments.reduce((mm, one) => mm + one.toMm - one.fromMm, 0);
          expect(sum).toBeCloseTo(PIPE.lengthMm - (left[0]!.toMm - fromMm), 6);
          for (const one of segments)
            expect(one.toMm <= fromMm + 1e-6 || one.fromMm >= left[0]!.toMm - 1e-6).toBe(true);
        },
      ),
    );
  });
  test('every habit welds the whole seam in every pass, and once round comes first', () => {
    for (const kind of ['ring', 'line'] as const) {
      const seam = problem({ shell: shell(kind, 400, 2), people: 2 });
      const habits = habitsOf(seam);
      expect(habits[0]!.id).toBe('onceRound');
      expect(new Set(habits.map(({ id }) => id)).size).toBe(habits.length);
      for (const { runs } of habits) {
        expect(welded(runs)).toBeCloseTo(400, 6);
        expect(runs.filter(({ pass }) => pass === 1)).toHaveLength(runs.filter(({ pass }) => pass === 0).length);
      }
    }
  });
});

test('what a hand reaches whole is welded straight through in one run; a longer seam in several', () => {
  const runsOn = (lengthMm: number) => habitsOf(problem({ shell: shell('line', lengthMm, 2), passes: 1 }))[0]!.runs;
  expect(runsOn(60)).toMatchObject([{ fromMm: 0, toMm: 60 }]);
  expect(runsOn(300).length).toBeGreaterThan(2);
});

describe('the fast judge', () => {
  test.each([
    ['pipe in two passes', problem()],
    [
      'thick pipe in three',
      problem({
        shell: shell('ring', 250, 5),
        passes: 3,
        arcs: [{ powerW: 900, travelMmPerS: 1.5, radiusMm: 2, aimMm: 0 }],
      }),
    ],
    [
      'sheet in two passes',
      problem({ shell: shell('line', 300, 2), arcs: [{ powerW: 420, travelMmPerS: 1.8, radiusMm: 1.6, aimMm: 0 }] }),
    ],
  ])('agrees with the simulation to 15 %%: %s', (_, seam) => {
    const judge = new PlanJudge(seam);
    for (const { runs } of habitsOf(seam).filter(({ id }) => ['onceRound', 'quarters', 'skip'].includes(id))) {
      const judged = judge.judge(runs);
      const { weldedS, peakInterpassC } = simulateWeld({
        shell: seam.shell,
        plan: { runs, arcs: seam.arcs, interpassC: seam.interpassC, moveS: seam.moveS },
        startC: 20,
        ambientC: 20,
        surface: 'tinted',
        bars: [],
        cover: { cupMm: 12, trailingMm: 0, postFlowS: 0 },
        windows: [
          [550, 850],
          [550, 850],
        ],
        watchS: 0,
        frames: 0,
        fineness: { nearMm: 1.8, growth: 1.25, mostMm: 12, alongMm: 3.2 },
        arcStepS: 0.8,
      });
      expect(Math.abs(judged.minutes / (weldedS / 60) - 1)).toBeLessThan(0.15);
      expect(Math.abs(judged.peakInterpassC! - peakInterpassC!)).toBeLessThan(0.15 * 130);
    }
  });
  test('never meets metal hotter than the limit in a later pass; a lower limit takes longer', () => {
    const at = (interpassC: number | null) =>
      new PlanJudge(problem({ interpassC })).judge(habitsOf(problem())[0]!.runs);
    const [none, at200, at120] = [at(null), at(200), at(120)];
    expect(at200.peakInterpassC!).toBeLessThanOrEqual(200);
    expect(at120.peakInterpassC!).toBeLessThanOrEqual(120);
    expect(at120.minutes).toBeGreaterThan(at200.minutes);
    expect(at200.minutes).toBeGreaterThan(none.minutes);
  });
  test('two people on opposite sides leave no tilt, in little more than half the time', () => {
    const seam = problem({ people: 2, passes: 1 });
    const judge = new PlanJudge(seam);
    const habit = (id: string) => judge.judge(habitsOf(seam).find((one) => one.id === id)!.runs);
    expect(habit('twoPeople').pull.mm).toBeLessThan(1e-6);
    expect(habit('twoPeople').minutes).toBeLessThan(0.6 * habit('onceRound').minutes);
  });
  test('a stretch out of reach costs turning the part', () => {
    const outOfReach = [{ fromMm: 0, toMm: 80 }];
    const [free, turned] = [problem({ passes: 1 }), problem({ passes: 1, outOfReach })].map((seam) =>
      new PlanJudge(seam).judge(habitsOf(seam)[3]!.runs),
    );
    expect(turned!.minutes).toBeGreaterThan(free!.minutes + 0.5);
  });
});

describe('the search', () => {
  test('the same seed gives the same plan, and no habit beats what is found by its aim', () => {
    const seam = problem();
    const [once, again] = [searchOrder(seam, 'balance', 3), searchOrder(seam, 'balance', 3)];
    expect(again.best.runs).toEqual(once.best.runs);
    const pull = searchOrder(seam, 'pull', 3);
    for (const habit of pull.habits)
      if (habit.judged.minutes <= pull.habits[0]!.judged.minutes)
        expect(pull.best.judged.pull.mm).toBeLessThanOrEqual(habit.judged.pull.mm + 1e-9);
    expect(welded(pull.best.runs)).toBeCloseTo(PIPE.lengthMm, 6);
  });
  test('on a pipe in two passes it takes a third off the pull of once round; in haste it is no slower', () => {
    const { best, habits } = searchOrder(problem(), 'balance', 1);
    expect(best.judged.pull.mm).toBeLessThan(0.7 * habits[0]!.judged.pull.mm);
    const quick = searchOrder(problem(), 'time', 1);
    expect(quick.best.judged.minutes).toBeLessThanOrEqual(habits[0]!.judged.minutes);
  });
  test('metal that bears no heat is welded in short runs, each of which waits, the first pass too', () => {
    const cold = problem({ everyRunC: 60, mostRunMm: 40 });
    for (const { runs } of habitsOf(cold))
      for (const { fromMm, toMm } of runs) expect(Math.abs(toMm - fromMm)).toBeLessThanOrEqual(40);
    const skip = habitsOf(cold).find(({ id }) => id === 'skip')!;
    for (const { metC } of new PlanJudge(cold).judge(skip.runs).runs) expect(metC).toBeLessThanOrEqual(61);
  });
  test('a ring that is turned is welded in one run, one that stays up both halves', () => {
    const [turned] = habitsOf(problem({ passes: 1 }));
    expect([turned!.id, turned!.runs.length]).toEqual(['onceRound', 1]);
    const [stays] = habitsOf(problem({ passes: 1, turns: false }));
    const { lengthMm } = PIPE;
    expect([stays!.id, stays!.runs.map(({ fromMm, toMm }) => [fromMm / lengthMm, toMm / lengthMm])]).toEqual([
      'halves',
      [
        [0.5, 0],
        [0.5, 1],
      ],
    ]);
  });
  test('the trade is quickest first, and every minute buys a straighter part', () => {
    const { trade } = searchOrder(problem(), 'time', 1);
    trade.slice(1).forEach(({ judged }, index) => {
      expect(judged.minutes).toBeGreaterThanOrEqual(trade[index]!.judged.minutes);
      expect(judged.pull.mm).toBeLessThan(trade[index]!.judged.pull.mm);
    });
    expect(tradeOf(trade)).toEqual(trade);
  });
  test('what was fixed by hand comes first, and stopping it early still answers', () => {
    const fixed = [{ pass: 0, fromMm: 90, toMm: 60, person: 0 as const, restS: 0 }];
    const seam = problem({ fixed, left: [{ fromMm: 60, toMm: 90 }], passes: 1 });
    let told = 0;
    const found = searchOrder(seam, 'pull', 1, () => ++told < 3);
    expect(found.best.runs[0]).toEqual(fixed[0]);
    expect(welded(found.best.runs)).toBeCloseTo(PIPE.lengthMm, 6);
    expect(found.tries).toBeLessThan(400);
  });
});

describe('order', () => {
  const QUESTION: OrderQuestion = {
    ring: { outsideMm: 60.3, wallMm: 2.77 },
    grade: '316L',
    passes: 2,
    arc: { amps: 75, travelMmPerS: 1.3 },
    interpassC: 150,
  };

  test('answers tacks, a plan in turn, what it comes to, and what it is held against', () => {
    const found = order(QUESTION);
    expect(found.tacks.map(({ at }) => at)).toEqual([0, 180, 90, 270]);
    expect(found.peakInterpassC!).toBeLessThanOrEqual(150);
    for (const [index, step] of found.plan.entries()) {
      expect(step.endS).toBeGreaterThan(step.startS);
      expect(step.pauseS).toBeGreaterThanOrEqual(0);
      if (index > 0) expect(step.startS).toBeGreaterThanOrEqual(found.plan[index - 1]!.endS);
      expect(step.from).toBeLessThanOrEqual(360);
    }
    const degrees = found.plan
      .filter(({ pass }) => pass === 0)
      .reduce((sum, { from, to }) => sum + Math.abs(to - from), 0);
    expect(degrees).toBeCloseTo(360, 6);
    const once = found.against['onceRound']!;
    expect(found.pull.mm).toBeLessThan(0.7 * once.pull.mm);
    for (const habit of Object.values(found.against)) expect(habit.peakInterpassC!).toBeLessThanOrEqual(150);
    expect(found.reasons[0]).toMatch(/^It beats once round/);
  });
  test('one pass has no interpass temperature; a number of tacks is taken as said', () => {
    const found = order({ ...QUESTION, passes: 1, tacks: 6 });
    expect(found.peakInterpassC).toBeNull();
    expect(found.tacks).toHaveLength(6);
  });
  test('names every faulty field', () => {
    expect(faultsOf(() => order({ ...QUESTION, ring: undefined }))).toEqual(['']);
    expect(faultsOf(() => order({ ...QUESTION, passes: 0, grade: 'no such', tacks: -1 }))).toEqual([
      'grade',
      'passes',
      'tacks',
    ]);
    expect(faultsOf(() => order({ ...QUESTION, ring: { outsideMm: 60, wallMm: 30 } }))).toEqual(['ring.wallMm']);
    expect(faultsOf(() => order({ ...QUESTION, arc: { amps: 0, travelMmPerS: 0 } }))).toEqual([
      'arc.amps',
      'arc.travelMmPerS',
    ]);
  });
});
