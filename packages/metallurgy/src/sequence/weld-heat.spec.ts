import { faultsOf } from '../testing/faults-of';
import {
  colourReach,
  judgeOrder,
  orderPlans,
  planFaults,
  seamProblem,
  warmestFor,
  weldHeat,
  type SeamQuestion,
  type SeamSideQuestion,
  type WeldHeatQuestion,
} from '.';
import { paces, meanProperties, thermalMaterial } from '../heat';

const side = (grade: string, more: Partial<SeamSideQuestion> = {}): SeamSideQuestion => ({
  material: { grade },
  thicknessMm: 2,
  reachMm: 80,
  spread: 'straight',
  bothWays: false,
  ...more,
});
const seam = (more: Partial<SeamQuestion> = {}): SeamQuestion => ({
  kind: 'ring',
  lengthMm: 120,
  beyondMm: 0,
  closedInside: true,
  sides: [side('304'), side('304')],
  passes: 1,
  arcs: [{ amps: 55, travelMmPerS: 1.8 }],
  interpassC: 150,
  people: 1,
  hold: 'tacks',
  tackMm: 20,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  bars: [],
  ...more,
});
const run = (pass: number) => ({ pass, fromMm: 0, toMm: 120, person: 0 as const, restS: 0 });
const heat = (of: SeamQuestion, more: Partial<WeldHeatQuestion> = {}) =>
  weldHeat(
    {
      seam: of,
      runs: Array.from({ length: of.passes }, (_, pass) => run(pass)),
      cover: { cupMm: 12, trailingMm: 0, postFlowS: 8 },
      shieldedInside: true,
      probes: [],
      ...more,
    },
    1,
  );
const said = (about: string, of: ReturnType<typeof heat>): string =>
  of.remarks.find((one) => one.about === about)?.words ?? '';

describe('heat of a weld', () => {
  test('says what it does to each metal: carbides, grain, the window of duplex', () => {
    expect(said('sensitised', heat(seam()))).toMatch(/^304 spends \d+ s between 550 and 850 °C; carbides want about/);
    expect(said('grain', heat(seam({ sides: [side('430'), side('430')] })))).toMatch(/^430 is above 1000 °C for/);
    expect(said('duplex', heat(seam({ sides: [side('S32205'), side('S32205')] })))).toMatch(/between 1200 and 800 °C/);
    const mixed = heat(seam({ sides: [side('304'), side('430')] }));
    expect(said('sensitised', mixed) !== '' && said('grain', mixed) !== '').toBe(true);
  });
  test('with gas behind the root the inside stays bright, without it colours as far as the heat goes', () => {
    const [gas, air] = [heat(seam()), heat(seam(), { shieldedInside: false })];
    expect(gas.sides[0].inside).toEqual([]);
    expect(air.sides[0].inside.length).toBeGreaterThan(4);
    expect(air.sides[0].inside.at(-1)!.toMm).toBeGreaterThanOrEqual(gas.sides[0].outside.at(-1)!.toMm - 0.5);
  });
  test('copper narrows the colours; a place that is watched is cooler the farther it lies', () => {
    const bar = (at: 0 | 1) =>
      ({ side: at, distanceMm: 8, widthMm: 25, thicknessMm: 10, metal: 'copper', contact: 'clamped' }) as const;
    const reach = (of: ReturnType<typeof heat>): number => of.sides[1].outside.at(-1)?.toMm ?? 0;
    expect(reach(heat(seam({ bars: [bar(0), bar(1)] })))).toBeLessThan(reach(heat(seam())));
    const [near, far] = [10, 40].map((acrossMm) => heat(seam(), { probes: [{ alongMm: 60, acrossMm }] }).nearbyC[0]!);
    expect(far).toBeLessThan(near!);
  });
  test('waits are told where a limit makes them', () => {
    const two = heat(seam({ passes: 2 }));
    expect(two.peakInterpassC!).toBeLessThanOrEqual(150);
    expect(said('interpass', two)).toMatch(/^Wait 1 times until it is below 150 °C/);
    expect(said('interpass', heat(seam()))).toBe('');
  });
  test('a flange curls, less when it is thick or held, and says what to leave on', () => {
    const flange = (thicknessMm: number, hold: SeamQuestion['hold'] = 'tacks') =>
      said(
        'curls',
        heat(
          seam({
            hold,
            sides: [side('304'), side('304', { thicknessMm, reachMm: 40, spread: 'outwards', flat: true })],
          }),
        ),
      );
    const far = (words: string): number => Number(/about ([\d.]+) mm/.exec(words)?.[1]);
    expect(flange(8)).toMatch(
      /^The plate of 8 mm curls about [\d.]+ mm .* leave [\d.]+ mm to machine its face flat\.$/,
    );
    expect(far(flange(14))).toBeLessThan(far(flange(8)));
    expect(far(flange(8, 'strongback'))).toBeLessThan(far(flange(8)));
    expect(said('curls', heat(seam()))).toBe('');
  });
  test('thick to thin says how deep either side melts, and warns where the thick one does not', () => {
    const to = (amps: number) =>
      heat(
        seam({ arcs: [{ amps, travelMmPerS: 1.8 }], aimMm: 1, sides: [side('304'), side('304', { thicknessMm: 10 })] }),
      );
    expect(said('wall', to(80))).toMatch(
      /^Thick to thin, the arc aimed at the thick side: the 10 mm side melts about [\d.]+ mm deep, the 2 mm side melts/,
    );
    expect(to(80).wall!.because).toBe('uneven');
    const cold = to(18).remarks.find(({ about }) => about === 'wall')!;
    expect(cold).toMatchObject({ level: 'high', words: expect.stringContaining('the 10 mm side does not melt') });
    expect(said('melt-through', to(80))).toBe('');
    expect(heat(seam()).wall).toBeNull();
  });
  test('colour asked to stay near is waited for; where even cold metal colours farther it is said', () => {
    const free = Math.max(...heat(seam({ passes: 2 })).sides.map(({ outside }) => outside.at(-1)!.toMm));
    const cold = colourReach(seam(), 20);
    const limit = Math.ceil(cold) + 1;
    const [loose, tight] = [null, limit].map((colourWithinMm) =>
      heat(seam({ passes: 2, interpassC: null, colourWithinMm }), { shieldedInside: true }),
    );
    expect(tight!.weldedS).toBeGreaterThan(loose!.weldedS + 10);
    expect(said('interpass', tight!)).toMatch(/cool enough for its colours/);
    const impossible = heat(seam({ colourWithinMm: 1 }));
    expect(said('colour', impossible)).toMatch(/^Colour reaches \d+ mm, 1 mm asked. Even cold metal colours farther/);
    expect(impossible.weldedS).toBeLessThan(120);
    expect(free).toBeGreaterThan(1);
  });
  test('what nobody reaches stays unwelded, and that is said first', () => {
    const outOfReach = [{ fromMm: 40, toMm: 80 }];
    const [stuck, rolled] = [false, true].map((turns) => seam({ outOfReach, turns }));
    const found = orderPlans({ seam: stuck!, aim: 'pull' }, 1).best.runs;
    expect(planFaults(stuck!, found)).toEqual([]);
    const { remarks } = weldHeat(
      {
        seam: stuck!,
        runs: found,
        cover: { cupMm: 12, trailingMm: 0, postFlowS: 0 },
        shieldedInside: true,
        probes: [],
      },
      1,
    );
    expect(remarks[0]).toMatchObject({
      about: 'unwelded',
      level: 'high',
      words: expect.stringContaining('4.0 o’clock to 8.0 o’clock'),
    });
    const whole = orderPlans({ seam: rolled!, aim: 'time' }, 1).best;
    expect(planFaults(rolled!, whole.runs)).toEqual([]);
    expect(whole.runs.some(({ restS }) => restS > 0)).toBe(true);
    // With the part turned as little as may be it is no slower than once round, which is turned as well.
    expect(whole.judged.minutes).toBeLessThanOrEqual(
      orderPlans({ seam: rolled!, aim: 'time' }, 1).habits[0]!.judged.minutes,
    );
  });
  test('stops when its watcher says so, and is told the share done', () => {
    const shares: number[] = [];
    weldHeat(
      {
        seam: seam({ passes: 2 }),
        runs: [run(0), run(1)],
        cover: { cupMm: 12, trailingMm: 0, postFlowS: 0 },
        shieldedInside: true,
        probes: [],
      },
      1,
      (share) => shares.push(share) > 0,
    );
    expect(Math.max(...shares)).toBeLessThanOrEqual(1);
    expect(shares.length).toBeGreaterThan(5);
  });
});

describe('paces', () => {
  test('the same pool made slowly and cold colours wider and cools slower than quickly and hot', () => {
    const metal = thermalMaterial({ grade: '304L' });
    const found = paces({
      arc: { amps: 60, travelMmPerS: 1.8 },
      thicknessMm: 2,
      startC: 20,
      meltsC: metal.solidusC,
      colourC: 290,
      ...meanProperties(metal, metal.solidusC),
    });
    expect(found.map(({ amps }) => amps)).toEqual([45, 60, 78]);
    const [cold, asked, hot] = found as [(typeof found)[0], (typeof found)[0], (typeof found)[0]];
    expect(cold.travelMmPerS < asked.travelMmPerS && asked.travelMmPerS < hot.travelMmPerS).toBe(true);
    expect(cold.colouredMm > asked.colouredMm && asked.colouredMm > hot.colouredMm).toBe(true);
    expect(cold.heatInputKjPerMm).toBeGreaterThan(hot.heatInputKjPerMm);
  });
});

describe('a seam as a question', () => {
  test('names every faulty field', () => {
    const bars = [{ side: 0, distanceMm: -1, widthMm: 20, thicknessMm: 10, metal: 'copper', contact: 'laid' }] as const;
    expect(faultsOf(() => seamProblem(seam({ lengthMm: 2, passes: 0, bars })))).toEqual([
      'lengthMm',
      'passes',
      'bars.0.distanceMm',
    ]);
    expect(faultsOf(() => seamProblem(seam({ sides: [side('304', { thicknessMm: 0 }), side('304')] })))).toEqual([
      'sides.0.thicknessMm',
    ]);
    expect(
      faultsOf(() => orderPlans({ seam: seam({ arcs: [{ amps: 0, travelMmPerS: 1 }] }), aim: 'pull' }, 1)),
    ).toEqual(['arcs.0.amps']);
    expect(faultsOf(() => seamProblem(seam({ sides: [side('copper'), side('304')] })))).toEqual([
      'sides.0.material.grade',
    ]);
  });
  test('a seam that nobody reaches, or of which all is left out, is refused', () => {
    expect(faultsOf(() => seamProblem(seam({ outOfReach: [{ fromMm: 0, toMm: 120 }], turns: false })))).toEqual([
      'outOfReach',
    ]);
    expect(faultsOf(() => seamProblem(seam({ left: [{ fromMm: 0, toMm: 120 }] })))).toEqual(['left']);
    expect(faultsOf(() => seamProblem(seam({ colourWithinMm: 0 })))).toEqual(['colourWithinMm']);
  });
  test('the warmest start for a width of colour is what colours that far', () => {
    const cold = colourReach(seam(), 20);
    const start = warmestFor(seam(), cold + 3, 20)!;
    expect(colourReach(seam(), start)).toBeCloseTo(cold + 3, 0);
    expect(start).toBeGreaterThan(20);
    expect(warmestFor(seam(), cold - 1, 20)).toBeNull();
    expect(warmestFor(seam(), 140, 20)).toBeNull();
  });
  test('an order of one’s own is judged as the search judges', () => {
    const found = orderPlans({ seam: seam(), aim: 'pull' }, 1).best;
    expect(judgeOrder({ seam: seam(), runs: found.runs }).pull.mm).toBeCloseTo(found.judged.pull.mm, 12);
  });
});
