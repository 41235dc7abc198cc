import { riskOf, type TypicalJoint } from '../../testing/risk-of';
import type { ServiceInput } from '../../service';

const of = (mechanism: string, joint: Omit<TypicalJoint, 'rod'> & { readonly rod?: string | null }): number =>
  riskOf(mechanism, { rod: 'ER308L', ...joint });

describe('manganese and impurities of nickel beads', () => {
  test('3 % manganese in ERNiCr-3 ties sulphur that cracks the same bead without it', () => {
    const bead = (Mn: number): number =>
      of('austenitic-cracking', { grades: ['304', 'N06600'], rod: 'ERNiCr-3', pool: { S: 0.012, Mn } });
    expect(bead(2.8)).toBeLessThan(0.5 * bead(0.4));
  });
  test('ERNiCr-3 between ordinary pieces cracks seldom', () => {
    for (const grades of [
      ['304', 'A36'],
      ['310S', '304'],
      ['409', '304'],
    ])
      expect(of('austenitic-cracking', { grades, rod: 'ERNiCr-3' })).toBeLessThan(0.15);
  });
  test('copper-nickel beads bear a quarter of iron and little chromium', () => {
    const bead = (grade: string, dilution: number): number =>
      of('austenitic-cracking', { grades: [grade, grade], rod: 'ERNiCu-7', dilution });
    expect(bead('A36', 0.15)).toBeLessThan(0.05);
    expect(bead('A36', 0.45)).toBeGreaterThan(0.3);
    expect(bead('304', 0.5)).toBeGreaterThan(bead('304', 0.15));
  });
});

describe('heat', () => {
  const hot = (highestC: number, more: ServiceInput = {}): ServiceInput => ({
    temperatureC: [20, highestC],
    hot: 'long',
    ...more,
  });
  test('duplex metal embrittles from about 280 °C, austenitic beads with a little ferrite do not', () => {
    const bead = (rod: string, grades: readonly string[]): number =>
      of('embrittlement-475', { grades, rod, dilution: 0.1, service: hot(320) });
    expect(bead('ER2209', ['316L', '316L'])).toBeGreaterThan(0.2);
    expect(bead('ER308L', ['304L', '304L'])).toBeLessThan(0.02);
    expect(of('parent-embrittlement', { grades: ['S32205', 'S32205'], service: hot(320) })).toBeGreaterThan(0.4);
  });
  test('passing through 370 to 550 °C does next to nothing below 20 % chromium', () => {
    expect(of('embrittlement-475', { grades: ['430', '430'], rod: 'ER309L', service: hot(800) })).toBeLessThan(0.05);
  });
  test('what a 439 sheet does itself is not charged to its matching bead', () => {
    const matching = of('embrittlement-475', { grades: ['439', '439'], rod: 'ER439', service: hot(475) });
    expect(matching).toBeLessThan(0.3);
    expect(of('parent-embrittlement', { grades: ['439', '439'], service: hot(475) })).toBeGreaterThan(0.5);
  });
  test('a bead that shares the limit of its pieces is not charged, one far below them is', () => {
    const scaling = (grade: string, rod: string, highestC: number, cycling = false): number =>
      of('scaling-limit', { grades: [grade, grade], rod, service: hot(highestC, { cycling }) });
    expect(scaling('321', 'ER347', 850)).toBeLessThan(0.05);
    expect(scaling('310S', 'ER308L', 1000)).toBeGreaterThan(0.3);
    expect(scaling('310S', 'ER310', 1000, true)).toBeLessThan(0.1);
    expect(scaling('N06600', 'ERNi-1', 900)).toBeGreaterThan(0.2);
  });
  test('ferritic metal keeps its scale when heated and cooled, austenitic metal loses it', () => {
    const bead = (grades: readonly string[], rod: string, cycling: boolean): number =>
      of('scaling-limit', { grades, rod, service: hot(880, { cycling }) });
    expect(bead(['446', '446'], 'ER308L', true)).toBeGreaterThan(bead(['446', '446'], 'ER308L', false));
    expect(bead(['446', '446'], 'ER439', true)).toBeLessThanOrEqual(bead(['446', '446'], 'ER439', false));
  });
  test('309L and plain steel part near 315 °C, nickel near 540 °C', () => {
    const mismatch = (rod: string, highestC: number): number =>
      of('thermal-mismatch', {
        grades: ['304', 'A106-B'],
        rod,
        joint: { thicknessMm: 10 },
        service: { temperatureC: [20, highestC], cycling: true },
      });
    expect(mismatch('ER309L', 315)).toBeLessThan(0.15);
    expect(mismatch('ER309L', 540)).toBeGreaterThan(0.25);
    expect(mismatch('ERNiCr-3', 540)).toBeLessThan(0.1);
  });
  test('low-carbon beads creep before H-grade pieces, niobium and nickel beads do not', () => {
    const creep = (rod: string): number => of('creep-match', { grades: ['304H', '304H'], rod, service: hot(680) });
    expect(creep('ER308L')).toBeGreaterThan(0.3);
    expect(creep('ER347')).toBeLessThan(0.15);
    expect(creep('ERNiCr-3')).toBeLessThan(0.05);
  });
  test('thick stabilised joints crack while they relax, thin ones and 16-8-2 hardly', () => {
    const crack = (rod: string, thicknessMm: number): number =>
      of('relaxation-cracking', {
        grades: ['347', '347'],
        rod,
        joint: { thicknessMm, restraint: 'high' },
        service: hot(650),
      });
    expect(crack('ER347', 40)).toBeGreaterThan(0.5);
    expect(crack('ER347', 5)).toBe(0);
    expect(crack('ER16-8-2', 40)).toBeLessThan(crack('ER347', 40));
  });
  test('30 % chromium nickel metal without niobium dips in thick restrained joints', () => {
    const dip = (rod: string, thicknessMm: number): number =>
      of('ductility-dip', {
        grades: ['N06600', 'N06600'],
        rod,
        dilution: 0.15,
        joint: { thicknessMm, restraint: 'high' },
      });
    expect(dip('ERNiCrFe-7', 30)).toBeGreaterThan(0.1);
    expect(dip('ERNiCr-3', 30)).toBe(0);
    expect(dip('ERNiCrFe-7', 3)).toBe(0);
  });
  test('ferrite-rich streaks of a duplex rod count in a hot nickel joint', () => {
    const sigma = (rod: string): number =>
      of('sigma-phase', { grades: ['N06600', '304'], rod, dilution: 0.4, service: hot(750) });
    expect(sigma('ER312')).toBeGreaterThan(0.2);
    expect(sigma('ERNiCr-3')).toBeLessThan(0.01);
  });
});

describe('wet service', () => {
  test('a bead leaner than alloy 20 goes first in reducing acid, and matters less where it is oxidising', () => {
    const acid = (rod: string, kind: 'reducing' | 'oxidising' | undefined): number =>
      of('acid-match', {
        grades: ['CN7M', 'CN7M'],
        rod,
        service: { environment: 'acid', ...(kind ? { acid: kind } : {}) },
      });
    expect(acid('ER316L', 'reducing')).toBeGreaterThan(0.6);
    expect(acid('ER320LR', 'reducing')).toBeLessThan(0.2);
    expect(acid('ER316L', undefined)).toBeLessThan(acid('ER316L', 'reducing'));
    expect(acid('ER316L', 'oxidising')).toBeLessThan(0.15);
  });
  test('no rod saves a poorer piece: 316L beside 254 asks for little more than 316L', () => {
    const pit = (rod: string): number =>
      of('corrosion-match', { grades: ['S32750', '304L'], rod, service: { environment: 'outdoor' } });
    expect(pit('ER316L')).toBeLessThan(0.2);
  });
  test('austenitic metal cracks in warm chlorides and in pool halls, duplex and cold metal hardly', () => {
    const scc = (grade: string, environment: 'sea' | 'pool' | 'dry', highestC: number): number =>
      of('chloride-stress-corrosion', {
        grades: [grade, grade],
        service: { environment, temperatureC: [5, highestC] },
      });
    expect(scc('304L', 'sea', 80)).toBeGreaterThan(0.5);
    expect(scc('304L', 'sea', 25)).toBe(0);
    expect(scc('316L', 'pool', 40)).toBeGreaterThan(0.3);
    expect(scc('S32205', 'sea', 80)).toBeLessThan(0.15);
    expect(scc('304L', 'dry', 80)).toBe(0);
  });
  test('laps rust in the gap where butts do not', () => {
    const gap = (type: 'lap' | 'square-butt'): number =>
      of('crevice-corrosion', { grades: ['304', '304'], joint: { type }, service: { environment: 'road-salt' } });
    expect(gap('lap')).toBeGreaterThan(0.5);
    expect(gap('square-butt')).toBe(0);
  });
  test('the back of a food tube wants gas: none is a do not, a purge hardly a risk', () => {
    const back = (backShielding: 'none' | 'purge' | undefined, environment: 'food' | 'dry' = 'food'): number =>
      of('root-oxidation', {
        grades: ['316L', '316L'],
        joint: { type: 'square-butt', thicknessMm: 1.5, ...(backShielding ? { backShielding } : {}) },
        service: { environment },
      });
    expect(back('none')).toBeGreaterThan(0.8);
    expect(back('purge')).toBeLessThan(0.05);
    expect(back(undefined)).toBeGreaterThan(back('purge'));
    expect(back('none', 'dry')).toBeLessThan(0.3);
    expect(
      of('root-oxidation', { grades: ['A36', 'A36'], joint: { type: 'square-butt', backShielding: 'none' } }),
    ).toBe(0);
  });
  test('the zone beside the bead of 304 with carbon is sensitised, of 304L and 321 it is not', () => {
    const zone = (grade: string): number =>
      of('haz-sensitisation', { grades: [grade, grade], joint: { thicknessMm: 12 }, service: { environment: 'acid' } });
    expect(zone('302')).toBeGreaterThan(0.15);
    expect(zone('304L')).toBeLessThan(0.02);
    expect(zone('321')).toBeLessThan(0.02);
  });
  test('stabilised metal is eaten along a knife line in oxidising acid', () => {
    const line = (grade: string): number =>
      of('knife-line-attack', { grades: [grade, grade], service: { environment: 'acid', acid: 'oxidising' } });
    expect(line('347')).toBeGreaterThan(0.3);
    expect(line('304L')).toBe(0);
  });
  test('hot caustic cracks steel, nickel stands it', () => {
    const caustic = (rod: string): number =>
      of('caustic-cracking', {
        grades: ['316L', 'N06600'],
        rod,
        service: { environment: 'caustic', temperatureC: [20, 150] },
      });
    expect(caustic('ER316L')).toBeGreaterThan(0.2);
    expect(caustic('ERNiCr-3')).toBeLessThan(0.02);
  });
  test('plain steel beside stainless wastes by the sea, two stainless sides do not', () => {
    const loss = (grades: readonly string[]): number =>
      of('galvanic-loss', { grades, service: { environment: 'sea' } });
    expect(loss(['A36', '304'])).toBeGreaterThan(0.7);
    expect(loss(['304', '304'])).toBe(0);
    expect(loss(['A36', 'A36'])).toBe(0);
  });
});

describe('cold', () => {
  test('2205 at -46 °C and A516 at -45 °C are qualified practice, A36 and 410 there are not', () => {
    const piece = (grade: string, lowestC: number): number =>
      of('low-temperature-piece', { grades: [grade, grade], service: { temperatureC: [lowestC, 20] } });
    expect(piece('S32205', -46)).toBeLessThan(0.35);
    expect(piece('A516-70', -45)).toBeLessThan(0.35);
    expect(piece('410', -45)).toBeGreaterThan(0.7);
    expect(piece('S32205', -100)).toBeGreaterThan(0.8);
    expect(piece('304L', -196)).toBe(0);
  });
});

describe('tube and duplex', () => {
  const tube = { type: 'square-butt', technique: 'fused', thicknessMm: 1.6 } as const;
  test('a heat with hardly any sulphur beside one with more pulls the pool aside', () => {
    // 303 stands for the sulphur side; two alike heats do nothing.
    expect(of('sulphur-mismatch', { grades: ['S32205', '1.4003'], rod: null, joint: tube })).toBeLessThan(0.05);
    expect(of('sulphur-mismatch', { grades: ['S32750', '303'], rod: null, joint: tube })).toBeGreaterThan(0.4);
    expect(of('sulphur-mismatch', { grades: ['S32750', '303'], joint: { type: 'fillet' } })).toBe(0);
  });
  test('duplex loses nitrogen under plain argon, less with a rod, not with nitrogen in the gas', () => {
    const loss = (rod: string | null, gas: 'argon' | 'argon-nitrogen'): number =>
      of('nitrogen-loss', { grades: ['S32205', 'S32205'], rod, joint: { type: 'square-butt', thicknessMm: 2, gas } });
    expect(loss(null, 'argon')).toBeGreaterThan(loss('ER2209', 'argon'));
    expect(loss('ER2209', 'argon')).toBeGreaterThan(0.1);
    expect(loss('ER2209', 'argon-nitrogen')).toBe(0);
  });
  test('copper melted into stainless cracks it, grades made with copper bear it', () => {
    const copper = (grade: string): number => of('copper-pickup', { grades: [grade, grade], pool: { Cu: 5 } });
    expect(copper('304')).toBeGreaterThan(0.7);
    expect(copper('S17400')).toBe(0);
  });
});
