import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { dotted, InputError } from '@variatum/metallurgy';
import { COMMANDS } from './commands';
import { FIELD_WORDS } from './field-words';

const run = (name: string, input?: unknown, seed = 1): never => COMMANDS[name]?.run(input, seed) as never;
const pathsOf = (name: string, input: unknown): string[] => {
  try {
    run(name, input);
    return [];
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return error.errors.map(({ path }) => dotted(path));
  }
};

describe('constitution', () => {
  const composition = { C: 0.02, Mn: 1.7, Si: 0.4, Cr: 19.9, Ni: 10.1, Mo: 0.1, N: 0.05 };
  test('answers one composition with every figure of its shape', () => {
    const found = run('constitution', { composition, thicknessMm: 6 }) as Record<string, unknown>;
    expect(Object.keys(found).sort()).toEqual(
      [
        'wrc1992',
        'schaeffler',
        'delong',
        'hammarSvensson',
        'balmforthLippold',
        'kaltenhauser',
        'martensiteStartC',
        'martensiteFraction',
        'md30C',
        'pren',
        'ucs',
        'ceIiw',
        'pcm',
        'cet',
        'seferianPreheatC',
        'governing',
      ].sort(),
    );
    expect(found['wrc1992']).toMatchObject({ valid: true, range90: [expect.any(Number), expect.any(Number)] });
  });
  test('answers many with an array', () => {
    const { results } = run('constitution', { compositions: [composition, { Cr: 13 }] }) as { results: unknown[] };
    expect(results).toHaveLength(2);
    expect(results[0]).toEqual(run('constitution', { composition }));
  });
  test('names the faulty field', () => {
    expect(pathsOf('constitution', {})).toEqual(['composition']);
    expect(pathsOf('constitution', { composition: { Cr: 'much' } })).toEqual(['composition.Cr']);
    expect(pathsOf('constitution', { compositions: [{ Cr: 18 }, { Qq: 1 }] })).toEqual(['compositions.1.Qq']);
    expect(pathsOf('constitution', { composition, thicknessMm: 0 })).toEqual(['thicknessMm']);
    expect(pathsOf('constitution', [])).toEqual(['']);
  });
});

describe('pool, identify and choose', () => {
  test('pool mixes and answers a constitution', () => {
    const { composition, constitution } = run('pool', {
      parents: [{ grade: 'A36' }, { grade: '304L' }],
      rod: { class: 'ER309L' },
      dilution: 0.3,
    }) as {
      composition: Record<string, number>;
      constitution: object;
    };
    expect(composition['Cr']).toBeGreaterThan(18);
    expect(constitution).toHaveProperty('wrc1992.ferriteNumber');
  });
  test('identify answers candidates, fit, next tests and whether it is enough', () => {
    const answer = run('identify', {
      item: { form: 'tube' },
      tests: [{ test: 'magnet', outcome: 'none', worked: 'soft' }],
    }) as {
      candidates: { probability: number }[];
      nextTests: { test: string; minutes: number; informationBits: number; lossDrop: number }[];
    };
    expect(answer.candidates.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(answer).toHaveProperty('fit.level', 'good');
    expect(answer).toHaveProperty('enough');
    for (const next of answer.nextTests)
      expect(next).toMatchObject({
        test: expect.any(String),
        minutes: expect.any(Number),
        informationBits: expect.any(Number),
        lossDrop: expect.any(Number),
      });
    expect(answer.nextTests.map(({ test }) => test)).not.toContain('chips-of-wood');
  });
  test('choose takes named rods, a seed and a sample count', () => {
    const question = { pieces: [{ grade: '304L' }], joint: { type: 'bevel' }, rods: ['ER308L', 'ER312'], samples: 128 };
    const first = run('choose', question, 4) as {
      recommended: string;
      seed: number;
      samples: number;
      engineVersion: string;
    };
    expect(first).toMatchObject({ recommended: 'ER308L', seed: 4, samples: 128, engineVersion: expect.any(String) });
    expect(run('choose', question, 4)).toEqual(first);
  });
  test('a misspelt field is named, not ignored', () => {
    expect(pathsOf('choose', { pieces: [{ grade: '304L' }], joint: { type: 'bevel', thickness: 3 } })).toEqual([
      'joint.thickness',
    ]);
    expect(pathsOf('identify', { tests: [{ test: 'magnet', outcome: 'none', bent: true }] })).toEqual(['tests.0.bent']);
    expect(pathsOf('pool', { parent: [] })).toContain('parent');
  });
});

describe('catalogues', () => {
  test.each([
    ['grades', 100],
    ['rods', 55],
    ['tests', 15],
    ['families', 15],
  ])('%s are listed with their sources', (name, least) => {
    const list = run(name) as { id: string; source: string }[];
    expect(list.length).toBeGreaterThanOrEqual(least);
    for (const { id, source } of list) expect([id, source.length > 5]).toEqual([id, true]);
  });
});

describe('explain', () => {
  test('traces a composition, a pool or a rod by what it is given', () => {
    const composition = run('explain', { composition: { Cr: 18 } }) as { steps: { figure: string }[] };
    expect(composition.steps.map(({ figure }) => figure)).toContain('pren');
    const mixed = run('explain', { parents: [{ grade: '304L' }], rod: { class: 'ER308L' }, dilution: 0.3 }) as {
      steps: { figure: string }[];
    };
    expect(mixed.steps.map(({ figure }) => figure)).toContain('composition.Cr');
    const rod = run('explain', {
      pieces: [{ grade: '304L' }],
      rod: 'ER312',
      rods: ['ER308L', 'ER312'],
      samples: 64,
    }) as { rod: string; steps: { figure: string }[] };
    expect(rod.rod).toBe('ER312');
    expect(rod.steps.map(({ figure }) => figure)).toContain('expectedLoss');
  });
  test('says what it wants when it is given nothing, and names faulty fields', () => {
    expect(pathsOf('explain', {})).toEqual(['composition']);
    expect(pathsOf('explain', { composition: { Cr: -3 } })).toEqual(['composition.Cr']);
    expect(pathsOf('explain', { pieces: [{ grade: '304L' }], rod: 'ER999' })).toEqual(['rod']);
  });
});

describe('doing the work', () => {
  test('purge answers its wait, its levels and the habits', () => {
    const found = run('purge', {
      space: { runs: [{ outsideMm: 50.8, wallMm: 1.65, lengthMm: 2000 }], pocketsMm: [80] },
      flowLpm: 8,
      gasPpm: 5,
      leakLpm: 0,
      feed: 'low',
      tanks: 1,
      targetPpm: 100,
      minutes: [1, 2, 5],
    }) as { minutes: { median: number }; levels: object[]; pockets: { timeConstantS: number }[]; habits: object[] };
    expect(found.minutes.median).toBeCloseTo(3.4095, 3);
    expect([found.levels.length, found.habits.length]).toEqual([3, 3]);
    expect(found.pockets[0]!.timeConstantS).toBeCloseTo(129.69, 1);
    expect(pathsOf('purge', { space: { runs: [] }, flowLpm: 8, targetPpm: 100 })).toEqual(['space']);
    expect(pathsOf('purge', { flowLpm: 8, targetPpm: 100, speed: 3 })).toEqual(expect.arrayContaining(['speed']));
  });
  test('vent answers pressure, window and drill', () => {
    const found = run('vent', { flowLpm: 6, holesMm: [4], pool: { depthMm: 2, halfWidthMm: 2.2, clockDeg: 60 } }) as {
      pressurePa: number;
      deflectionMm: number;
      drill: { inch: string };
    };
    expect(found.pressurePa).toBeCloseTo(136.8, 1);
    expect(found.deflectionMm).toBeCloseTo(0.0261, 3);
    expect(found.drill.inch).toMatch(/^\d+\/\d+"$/);
    expect(pathsOf('vent', { flowLpm: 6, holesMm: [-1], pool: { depthMm: 2 } })).toEqual(['holesMm.0']);
  });
  test('settings answers current and what follows, and the faulty field', () => {
    const question = {
      pieces: [{ grade: '316L' }, { grade: '316L' }],
      joint: { type: 'square-butt', thicknessMm: 2 },
      rod: 'ER316L',
      process: 'gtaw',
    };
    expect(run('settings', question)).toMatchObject({ amps: [52, 59, 66], rodMm: 2, reasons: expect.any(Array) });
    expect(pathsOf('settings', { ...question, rod: 'ER000' })).toEqual(['rod']);
  });
  test('heat answers cooling, pool and colours, and the faulty field', () => {
    const question = {
      material: { conductivity: 25, diffusivity: 6e-6 },
      thicknessMm: 2,
      model: 'thin',
      between: [850, 550],
      arc: { amps: 70, volts: 11.5, efficiency: 0.65, travelMmPerS: 1.8 },
      at: [{ xiMm: -6, yMm: 6 }],
    };
    const found = run('heat', question) as {
      temperaturesC: number[];
      secondsBetween: number;
      heatInputKjPerMm: number;
      criticalThicknessMm: number;
      model: string;
    };
    expect(found.temperaturesC[0]).toBeCloseTo(1202.27, 1);
    expect(found.secondsBetween).toBeCloseTo(34.027, 2);
    expect([found.heatInputKjPerMm, found.criticalThicknessMm]).toEqual([
      expect.closeTo(0.29069, 4),
      expect.closeTo(10.3849, 3),
    ]);
    const simulated = run('heat', { ...question, model: 'simulated' }) as typeof found;
    expect(simulated.model).toBe('simulated');
    expect(simulated.secondsBetween).toBeGreaterThan(10);
    expect(simulated.secondsBetween).toBeLessThan(34.1);
    expect(pathsOf('heat', { ...question, thicknessMm: 0 })).toEqual(['thicknessMm']);
    expect(pathsOf('heat', { ...question, between: [550, 850] })).toEqual(['between']);
  });
  test('what meters read is fitted, and the limit between passes is the grade’s own where none is said', () => {
    const trace = [160000, 104000, 62000, 36000, 20000, 11200, 6200, 3400].map((ppm, index) => ({
      seconds: 30 * (index + 1),
      ppm,
    }));
    const purge = run('purge-fit', {
      planned: { space: { volumeL: 8 }, flowLpm: 8, targetPpm: 100 },
      targetPpm: 100,
      trace,
    }) as { minutesLeft: { median: number }; fault: null };
    expect(purge.fault).toBeNull();
    expect(purge.minutesLeft.median).toBeGreaterThan(1);
    const cooling = [410, 352, 304, 265, 231].map((tempC, index) => ({ seconds: 30 * index, tempC }));
    const left = (question: object): number =>
      (run('interpass-fit', { trace: cooling, ...question }) as { secondsLeft: { median: number } }).secondsLeft.median;
    expect(left({ grade: '316L' })).toBe(left({ limitC: 175 }));
    expect(left({ grade: '316L', limitC: 120 })).toBeGreaterThan(left({ grade: '316L' }));
    expect(pathsOf('interpass-fit', { trace: cooling })).toEqual(['limitC']);
    expect(pathsOf('interpass-fit', { trace: cooling, grade: 'nowhere' })).toEqual(['grade']);
    expect(
      pathsOf('purge-fit', { planned: { space: { volumeL: 8 }, flowLpm: 8, targetPpm: 100 }, targetPpm: 0, trace }),
    ).toEqual(['targetPpm']);
  });

  test('what comes after the weld: a tint, what beads teach, what a job comes to', () => {
    const tint = run('tint', {
      pixel: [13, 84, 128],
      reference: { pixel: [240, 240, 240], is: 'white' },
      grade: '304L',
    });
    expect(tint).toMatchObject({ level: 7, tint: 'dark blue', trust: 'good' });
    expect(pathsOf('tint', { pixel: [0, 0, 900], reference: { pixel: [240, 240, 240], is: 'white' } })).toEqual([
      'pixel',
    ]);
    const bead = { parents: [{ grade: '304L' }, { grade: 'A36' }], rod: 'ER309L', measuredFn: 13 };
    const { dilution, count } = run('learn', { technique: 'fillet', measured: [bead, bead, bead] }) as {
      dilution: { median: number };
      count: number;
    };
    expect([count, dilution.median < 0.32]).toEqual([3, true]);
    expect(pathsOf('learn', { technique: 'fillet', measured: [{ ...bead, rod: 'none' }] })).toEqual(['measured.0.rod']);
    const { total, depositG } = run('quote', {
      joints: [{ type: 'fillet', lengthMm: 300, thicknessMm: [3, 5] }],
      rates: { labourPerHour: 60 },
    }) as { total: { median: number }; depositG: { median: number } };
    expect([total.median > 40, depositG.median > 10]).toEqual([true, true]);
    expect(pathsOf('quote', { joints: [{ type: 'fillet', lengthMm: -3, thicknessMm: [3] }], rates: {} })).toEqual([
      'joints.0.lengthMm',
    ]);
  });

  test('shrink and order answer', () => {
    expect(run('shrink', { areaMm2: 14, thicknessMm: 3 })).toMatchObject({
      transverseMm: expect.closeTo(0.4667, 4),
      bowMm: null,
    });
    const found = run('order', {
      seam: { lengthMm: 300, thicknessMm: 1.5 },
      grade: '304',
      passes: 1,
      arc: { amps: 45, travelMmPerS: 2 },
    }) as { plan: { to: number }[]; against: object };
    expect(Object.keys(found.against)).toContain('onceRound');
    for (const { to } of found.plan) expect(to).toBeLessThanOrEqual(300);
    expect(pathsOf('order', { grade: '304', passes: 1, arc: { amps: 45, travelMmPerS: 2 } })).toEqual(['']);
  });
  test('explain traces settings: the wall, the current and what bounds it', () => {
    const question = {
      pieces: [{ grade: '316L' }, { grade: '316L' }],
      joint: { type: 'square-butt', thicknessMm: 2 },
      rod: 'ER316L',
      process: 'gtaw',
      machine: { mostAmperes: 40 },
    };
    const { steps } = run('explain', question) as { steps: { figure: string; value: number }[] };
    const value = (figure: string) => steps.find((step) => step.figure === figure)?.value;
    expect([value('wallMm'), value('wantedAmps'), value('limitA'), value('amps')]).toEqual([2, 59, 40, 40]);
    expect(value('cup')).toBe((run('settings', question) as { cup: number }).cup);
    expect(pathsOf('explain', { ...question, rod: 'ER000' })).toEqual(['rod']);
  });
  test('explain traces a purge and a vent', () => {
    const purge = run('explain', {
      space: { volumeL: 2 },
      flowLpm: 8,
      targetPpm: 100,
      tanks: 1,
      gasPpm: 5,
      leakLpm: 0,
    }) as { steps: { figure: string; value: number }[] };
    expect(purge.steps.find(({ figure }) => figure === 'minutes.median')!.value).toBeCloseTo(
      0.25 * Math.log(208995 / 95),
      4,
    );
    const vent = run('explain', { flowLpm: 6, holesMm: [4], pool: { depthMm: 2, halfWidthMm: 2.2, clockDeg: 0 } }) as {
      steps: { figure: string }[];
    };
    expect(vent.steps.map(({ figure }) => figure)).toEqual([
      'openMm2',
      'pressurePa',
      'weightPa',
      'deflectionMm',
      'exitMPerS',
    ]);
  });
});

test('the door of the program opens what it names and what the README shows', () => {
  const door = readFileSync(resolve('variatum'), 'utf8');
  const opened = [...door.matchAll(/^ {2}([a-z][a-z |-]*)\)$/gm)].flatMap(([, names = '']) => names.split(' | '));
  const [, computations = '', catalogues = ''] =
    /\n {2}(constitution [^]*?) {3,}one JSON[^]*?\n {2}(grades [^\n]*?) {3}/.exec(door) ?? [];
  const named = `${computations} ${catalogues}`.trim().split(/\s+/);
  expect(named).toEqual(
    expect.arrayContaining(['choose', 'purge', 'vent', 'settings', 'heat', 'shrink', 'order', 'plan', 'grades']),
  );
  for (const name of named) expect(COMMANDS).toHaveProperty(name);
  const shown = [...readFileSync(resolve('README.md'), 'utf8').matchAll(/\.\/variatum ([a-z-]+)/g)].map(
    ([, name = '']) => name,
  );
  for (const name of [...named, ...shown]) expect(opened).toContain(name);
});

describe('help', () => {
  test.each(Object.keys(COMMANDS))('%s says what it asks, with an example that runs', (name) => {
    const { help, readsInput } = COMMANDS[name]!;
    const said = help();
    expect(said).toContain(`./variatum ${name}`);
    expect(said).not.toMatch(/undefined|\[object/);
    const example = /echo '(.*)' \|/.exec(said)?.[1];
    expect(example !== undefined).toBe(readsInput);
    expect(run(name, example && JSON.parse(example))).toBeDefined();
  });

  test('tells every field in words with its unit, what it may be, and which may be left out', () => {
    const fields = Object.values(COMMANDS).flatMap(({ help }) => [...help().matchAll(/^ {2}(\w+)(?: \(.*\))?: /gm)]);
    expect([...new Set(fields.map(([, name]) => name!))].filter((name) => !FIELD_WORDS[name])).toEqual([]);
    const said = COMMANDS['purge']!.help();
    expect(said).toContain('  flowLpm: gas flow, L/min; a number\n');
    expect(said).toContain('  feed (may be left out): where the gas comes in; one of "low", "middle", "high"\n');
  });
});
