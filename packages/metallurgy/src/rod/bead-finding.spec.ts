import data from '../../data/bead-evidence.json';
import { InputError } from '../errors';
import { RISK_MECHANISMS } from '../risk';
import { SeededRandom } from '../chance';
import { beadFinding, choose, type BeadEvidence, type ChooseInput } from '.';
import { evenly } from './chosen-draws';
import { magnetLikelihood, gaugeLikelihood } from './weigh-beads';
import { faultsOf } from '../testing/faults-of';

const of = (pieces: ChooseInput['pieces'], beads: readonly BeadEvidence[] = []): ChooseInput => ({
  pieces,
  joint: { type: 'bevel', thicknessMm: [3, 3] },
  beads,
});
const UNKNOWN_TURNED = { item: { family: 'turned-fitting' }, tests: [{ test: 'magnet', outcome: 'none' }] };
const shareOf = (finding: ReturnType<typeof beadFinding>, piece: number, grade: string) =>
  finding.pieces[piece]!.grades.find((one) => one.grade === grade) ?? { before: 0, after: 0 };

test('a hot crack in a tack turns a turned piece towards free-machining, and lays it to solidification', () => {
  const finding = beadFinding(
    of([UNKNOWN_TURNED, { grade: '316L' }], [{ rod: 'ER316L', saw: 'crack', where: 'tack', when: 'hot' }]),
  );
  const free = shareOf(finding, 0, '303');
  expect(free.after).toBeGreaterThan(free.before + 0.15);
  expect(finding.causes[0]?.mechanism).toBe('solidification-cracking');
  expect(finding.causes.reduce((sum, { share }) => sum + share, 0)).toBeGreaterThan(0.9);
  expect(finding.moves[0]?.id).toMatch(/wide-tack|fill-crater/);
  expect(finding.moves.every(({ worth }) => worth > 0 && worth <= 1 + 1e-9)).toBe(true);
});

test('zinc on the piece takes the blame for a hot crack beside the bead', () => {
  const pieces = [{ grade: '304L' }, { grade: 'A36', coating: 'galvanised' as const }];
  const finding = beadFinding(of(pieces, [{ rod: 'ER309L', saw: 'crack', where: 'beside', when: 'hot' }]));
  expect(finding.causes[0]?.mechanism).toBe('liquid-metal');
  expect(finding.moves[0]?.id).toBe('clean-back');
});

test('a crack a day later beside 304L fits nothing that is believed, and says so', () => {
  const late = beadFinding(
    of([{ grade: '304L' }, { grade: '304L' }], [{ rod: 'ER308L', saw: 'crack', where: 'beside', when: 'next-day' }]),
  );
  expect(late.explained).toBe(false);
  expect(late.reasons.join(' ')).toContain('not what it was taken for');
  const hard = beadFinding(
    of([{ grade: '410' }, { grade: '410' }], [{ rod: 'ER410', saw: 'crack', where: 'beside', when: 'next-day' }]),
  );
  expect(hard.explained).toBe(true);
  expect(hard.causes[0]?.mechanism).toBe('haz-hardening');
});

test('what a gauge shows is believed, and the next bead alike is expected there', () => {
  const before = choose(of([{ grade: '304L' }, { grade: '304L' }]));
  const rod = before.ranking.find((one) => one.rod === 'ER308L')!;
  const high = rod.ferriteNumber.range90[1];
  const finding = beadFinding(
    of([{ grade: '304L' }, { grade: '304L' }], [{ rod: 'ER308L', saw: 'ferrite', fn: high }]),
  );
  expect(finding.explained).toBe(true);
  expect(finding.ferriteNumber.after.median).toBeGreaterThan(finding.ferriteNumber.before.median);
  const [low, top] = finding.ferriteNumber.after.range90;
  const [lowBefore, topBefore] = finding.ferriteNumber.before.range90;
  expect(top - low).toBeLessThan(topBefore - lowBefore);
  const after = choose(of([{ grade: '304L' }, { grade: '304L' }], [{ rod: 'ER308L', saw: 'ferrite', fn: high }]));
  const again = after.ranking.find((one) => one.rod === 'ER308L')!;
  expect(Math.abs(again.ferriteNumber.median - finding.ferriteNumber.after.median)).toBeLessThan(1);
});

test('a reading nothing explains is said to point at the pieces, and is not pinned to one draw', () => {
  const finding = beadFinding(of([{ grade: '304L' }, { grade: '304L' }], [{ rod: 'ER308L', saw: 'ferrite', fn: 60 }]));
  expect(finding.explained).toBe(false);
  expect(finding.believable).toBeLessThan(0.02);
  const [low, high] = finding.dilution!.after.range90;
  expect(high - low).toBeGreaterThan(0.005);
});

test('readings of simulated beads are taken for surprising as often as they are', () => {
  // Beads drawn from what is believed: their readings are believable in 98 of 100.
  const random = new SeededRandom(11);
  const pieces = [{ grade: '316L' }, { grade: '316L' }];
  const rod = choose(of(pieces)).ranking.find((one) => one.rod === 'ER316L')!;
  const [low, high] = rod.ferriteNumber.range90;
  let surprised = 0;
  const beads = 60;
  for (let bead = 0; bead < beads; bead++) {
    // Uniform within the 90 % range: none of these lies in the last percent of either side.
    const fn = low + random.next() * (high - low);
    if (!beadFinding(of(pieces, [{ rod: 'ER316L', saw: 'ferrite', fn }])).explained) surprised++;
  }
  expect(surprised).toBe(0);
});

test('a magnet that pulls hard at a 309L bead on carbon steel is taken for martensite, not for ferrite alone', () => {
  expect(magnetLikelihood('none', 0.1, 0)).toBeGreaterThan(0.8);
  expect(magnetLikelihood('strong', 0.1, 0.6)).toBeGreaterThan(0.8);
  for (const ferriteNumber of [0, 2, 8, 40]) {
    const sum = (['none', 'faint', 'clear', 'strong'] as const).reduce(
      (total, pull) => total + magnetLikelihood(pull, ferriteNumber, 0),
      0,
    );
    expect(sum).toBeCloseTo(1, 9);
  }
});

test('the likelihood of a gauge peaks at what it shows', () => {
  expect(gaugeLikelihood(8, 8)).toBeGreaterThan(gaugeLikelihood(8, 10));
  expect(gaugeLikelihood(8, 8)).toBeGreaterThan(gaugeLikelihood(8, 6));
});

test('draws are taken as often as their weights say, to within one', () => {
  const weights = [1, 0, 3, 0.5, 5.5];
  const chosen = evenly(weights, 1000, new SeededRandom(3));
  weights.forEach((weight, row) => {
    const times = chosen.filter((one) => one === row).length;
    expect(Math.abs(times - 100 * weight)).toBeLessThanOrEqual(1);
  });
});

test('the same question with the same beads gives the same answer, and no beads change nothing', () => {
  const question = of([UNKNOWN_TURNED, { grade: '304L' }], [{ rod: 'ER308L', saw: 'magnet', pull: 'none' }]);
  expect(beadFinding(question)).toEqual(beadFinding(question));
  const plain = of([{ grade: '304L' }, { grade: '316L' }]);
  expect(choose({ ...plain, samples: 128 })).toEqual(choose({ ...plain, samples: 128, beads: [] }));
});

test('what is wrong with a bead is named at its field', () => {
  const wrong = of(
    [{ grade: '304L' }, { grade: '304L' }],
    [
      { rod: 'ER999', saw: 'ferrite', fn: -3 },
      { rod: null, saw: 'crack', where: 'inside' as 'toe', when: 'hot' },
    ],
  );
  try {
    beadFinding(wrong);
    throw new Error('taken');
  } catch (error) {
    expect((error as InputError).errors.map(({ path }) => path.join('.'))).toEqual([
      'beads.0.rod',
      'beads.0.fn',
      'beads.1.where',
    ]);
  }
  expect(() => beadFinding(of([{ grade: '304L' }]))).toThrow(InputError);
});

describe('what is done after a crack', () => {
  const moves = (
    grades: readonly [string, string],
    bead: Omit<Extract<BeadEvidence, { saw: 'crack' }>, 'saw'>,
    joint: Partial<ChooseInput['joint'] & object> = {},
  ): readonly string[] =>
    beadFinding({
      ...of(
        grades.map((grade) => ({ grade })),
        [{ saw: 'crack', ...bead }],
      ),
      joint: { type: 'bevel', thicknessMm: [8, 8], ...joint },
    }).moves.map(({ id }) => id);
  test('metal that hardens beside the bead is preheated first; a soft rod that was used is not offered again', () => {
    const after = moves(['4140', '304L'], { rod: 'ER309L', where: 'beside', when: 'next-day' });
    expect(after[0]).toBe('preheat');
    expect(after).not.toContain('other-rod');
    expect(moves(['4140', '4140'], { rod: 'ER80S-D2', where: 'centre', when: 'next-day' })).toContain('other-rod');
  });
  test('more ferrite is never the word for a rod that has none', () => {
    for (const rod of ['ER310', 'ERNiCr-3'])
      expect(moves(['310S', '310S'], { rod, where: 'centre', when: 'hot' })).not.toContain('other-rod');
    expect(moves(['303', '304'], { rod: 'ER308L', where: 'centre', when: 'hot' })).toContain('other-rod');
  });
  test('cast iron: short beads and the hammer first, nickel where it was not used', () => {
    const cracked = (rod: string): readonly string[] =>
      moves(['grey-iron', 'grey-iron'], { rod, where: 'beside', when: 'cooling' });
    expect(cracked('ENi-CI')[0]).toBe('less-heat');
    expect(cracked('ENi-CI')).not.toContain('other-rod');
    expect(cracked('ER309L')).toContain('other-rod');
  });
  test('a crater that tore while it glowed is filled', () => {
    expect(moves(['321', '321'], { rod: 'ER347', where: 'crater', when: 'hot' })[0]).toBe('fill-crater');
  });
});

describe('cracks in use', () => {
  const cracked = (where: 'toe' | 'centre' | 'beside', service: ChooseInput['service'] = {}, grade = '304L') =>
    beadFinding({ ...of([{ grade }, { grade }], [{ rod: 'ER308L', saw: 'crack', where, when: 'service' }]), service });
  const share = (finding: ReturnType<typeof beadFinding>, mechanism: string | null) =>
    finding.causes.find((one) => one.mechanism === mechanism)?.share ?? 0;

  test(
    'sound metal that cracks in use is laid to load and shape, the more where it shakes, and speaks against no ' +
      'piece',
    () => {
      const still = cracked('toe');
      expect(still.causes[0]).toMatchObject({ mechanism: null, title: 'load, vibration or the fit' });
      expect(still.explained).toBe(true);
      // Nobody fills a crater against what shakes a part.
      expect(still.moves[0]!.id).toBe('smooth-toe');
      expect(still.moves.map(({ id }) => id)).not.toContain('fill-crater');
      expect(share(cracked('toe', { vibration: true }), null)).toBeGreaterThan(share(still, null));
    },
  );

  test('chlorides and warmth take the blame from the load, beside the bead more than in it', () => {
    const warm = { environment: 'pool', temperatureC: [60, 80] } as const;
    const scc = 'chloride-stress-corrosion';
    expect(share(cracked('beside', warm), scc)).toBeGreaterThan(share(cracked('beside'), scc));
    expect(share(cracked('beside', warm), scc)).toBeGreaterThan(share(cracked('centre', warm), scc));
    expect(cracked('beside', warm).causes[0]!.mechanism).toBe(scc);
    expect(
      cracked('beside', warm)
        .moves.slice(0, 2)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['bear-service', 'less-pull']);
  });

  test('what rusts and pits is hardly a crack', () => {
    for (const where of ['toe', 'centre', 'beside'] as const)
      for (const mechanism of ['root-oxidation', 'crevice-corrosion', 'corrosion-match'])
        expect(share(cracked(where, { environment: 'sea' }, '304'), mechanism)).toBeLessThan(0.1);
  });

  test('every mechanism that is said to crack in use is one, and its metal lies somewhere', () => {
    const ids = new Set(RISK_MECHANISMS.map(({ id }) => id));
    const { lies, mechanisms, other } = data.crack.inUse;
    for (const id of Object.values(data.moves.kinds).flat()) expect([id, ids.has(id)]).toEqual([id, true]);
    for (const [id, { cracks, lies: place }] of Object.entries(mechanisms))
      expect([id, ids.has(id), cracks > 0 && cracks <= 1, Object.hasOwn(lies, place)]).toEqual([id, true, true, true]);
    for (const { where } of [
      other,
      ...Object.values(data.crack.mechanisms),
      ...Object.values(lies).map((where) => ({ where })),
    ])
      expect(Object.values(where).reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
  });
});

describe('rust and leaks in use', () => {
  const pieces = [{ item: { family: 'pool-coast' } }, { grade: '316L' }];
  const failed = (way: 'rusted' | 'leaked') =>
    beadFinding({ ...of(pieces, [{ rod: 'ER316L', saw: 'failed', way }]), service: { environment: 'pool' } });

  test('rust is laid to what corrodes, and makes metal likelier that the weld falls short of', () => {
    const {
      causes,
      pieces: [unknown],
      explained,
      moves,
    } = failed('rusted');
    expect(causes[0]!.mechanism).toMatch(/corrosion|contamination|sensitisation|oxidation/);
    expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeLessThanOrEqual(1.0001);
    expect([explained, moves]).toEqual([true, []]);
    const moved = (grade: string): number => {
      const own = unknown!.grades.find((one) => one.grade === grade);
      return own ? own.after / own.before : 1;
    };
    expect(moved('S32205')).toBeGreaterThan(moved('316L'));
  });

  test('a leak is laid to cracks and holes, or to the fit', () => {
    const { causes, reasons } = failed('leaked');
    expect(causes.find(({ mechanism }) => mechanism === null)?.title).toBe('a pore, a gap or the fit');
    expect(reasons[0]).toContain('The leak is laid to');
  });

  test('a way nobody knows is named', () => {
    expect(
      faultsOf(() =>
        beadFinding(
          of([{ grade: '304L' }, { grade: '304L' }], [{ rod: null, saw: 'failed', way: 'melted' as 'leaked' }]),
        ),
      ),
    ).toEqual(['beads.0.way']);
  });
});
