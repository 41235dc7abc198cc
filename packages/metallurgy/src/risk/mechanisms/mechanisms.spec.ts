import fc from 'fast-check';
import { GRADES, RODS } from '../../catalogue';
import { riskOf, typicalSample } from '../../testing/risk-of';
import { RISK_MECHANISMS } from './index';

const WATCH = 0.1;
const HIGH = 0.35;

describe('solidification cracking', () => {
  const same = (rod: string, pool = {}): number =>
    riskOf('solidification-cracking', { grades: ['304L', '304L'], rod, pool });
  test('an austenitic freezing bead with ordinary impurities is susceptible, one with ferrite first is not', () => {
    expect(same('ER308L')).toBeLessThan(0.05);
    expect(same('ER308L', { Ni: 14, Cr: 17, P: 0.025, S: 0.015 })).toBeGreaterThan(HIGH);
  });
  test('303 in the pool asks for more ferrite than 308L has, and for less dilution', () => {
    expect(riskOf('solidification-cracking', { grades: ['303', '303'], rod: 'ER308L' })).toBeGreaterThan(HIGH);
    expect(riskOf('solidification-cracking', { grades: ['303', '303'], rod: 'ER312', dilution: 0.2 })).toBeLessThan(
      riskOf('solidification-cracking', { grades: ['303', '303'], rod: 'ER312', dilution: 0.5 }),
    );
  });
  test('never falls with more sulphur or phosphorus or with more restraint', () => {
    const impurity = fc.double({ min: 0.002, max: 0.12, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom('ER308L', 'ER309L', 'ER316L', 'ER312', 'ER347'),
        impurity,
        impurity,
        (rod, level, more) => {
          for (const symbol of ['S', 'P'] as const)
            expect(same(rod, { [symbol]: level + more })).toBeGreaterThanOrEqual(
              same(rod, { [symbol]: level }) - 1e-12,
            );
        },
      ),
    );
    const held = (restraint: 'low' | 'high'): number =>
      riskOf('solidification-cracking', {
        grades: ['316L', '316L'],
        rod: 'ER316L',
        joint: { restraint },
        pool: { Ni: 13.5 },
      });
    expect(held('high')).toBeGreaterThan(held('low'));
  });
});

describe('fully austenitic metal', () => {
  test('310 cracks now and then, clean 308L does not come into it', () => {
    const found = riskOf('austenitic-cracking', { grades: ['310S', '310S'], rod: 'ER310' });
    expect(found).toBeGreaterThan(0.04);
    expect(found).toBeLessThan(0.2);
    expect(riskOf('austenitic-cracking', { grades: ['304L', '304L'], rod: 'ER308L' })).toBe(0);
  });
  test('a nickel rod on leaded or sulphured metal is worse than on clean metal', () => {
    const nickel = (grade: string): number =>
      riskOf('austenitic-cracking', { grades: [grade, '304'], rod: 'ERNiCr-3' });
    expect(nickel('303')).toBeGreaterThan(HIGH);
    expect(nickel('12L14')).toBeGreaterThan(HIGH);
    expect(nickel('316L')).toBeLessThan(0.15);
  });
});

describe('martensite in the bead', () => {
  test('308L on carbon steel turns partly martensitic, 309L much less, carbon-steel rod on stainless most', () => {
    const bead = (rod: string): number => riskOf('martensite', { grades: ['A36', '304L'], rod, dilution: 0.35 });
    expect(bead('ER309L')).toBeLessThan(bead('ER308L'));
    expect(bead('ER308L')).toBeLessThan(bead('ER70S-6'));
    expect(bead('ER70S-6')).toBeGreaterThan(0.6);
  });
  test('a matching martensitic rod is planned for: it counts less than martensite nobody wanted', () => {
    const planned = riskOf('martensite', { grades: ['410', '410'], rod: 'ER410' });
    expect(planned).toBeLessThan(0.5 * riskOf('martensite', { grades: ['410', '410'], rod: 'ER70S-6' }));
  });
  test('plain steel welded with plain rod is outside it', () => {
    expect(riskOf('martensite', { grades: ['A36', 'A36'], rod: 'ER70S-6' })).toBe(0);
  });
  test('is worse in the root and where the arc strays to the steel than in the fill', () => {
    const at = (place: 'fill' | 'root' | 'to-steel'): number =>
      riskOf('martensite', {
        grades: ['A36', '304L'],
        rod: 'ER308L',
        dilution: 0.25,
        joint: { technique: 'fill', thicknessMm: 10 },
        place,
      });
    expect(at('root')).toBeGreaterThan(at('fill'));
    expect(at('to-steel')).toBeGreaterThan(at('fill'));
  });
  test('a hardenable rod hardens again at every heating above its change, a ferritic one does not', () => {
    const hot = { temperatureC: [20, 700], cycling: true } as const;
    const bead = (rod: string): number => riskOf('martensite', { grades: ['409', '409'], rod, service: hot });
    expect(bead('ER410NiMo')).toBeGreaterThan(0.3);
    expect(bead('ER439')).toBeLessThan(0.1);
  });
  test('410 on 410S and 405 is what they are welded with, not a do not', () => {
    for (const grade of ['410S', '405'])
      expect(riskOf('martensite', { grades: [grade, grade], rod: 'ER410' })).toBeLessThan(0.3);
  });
});

describe('heat-affected zones', () => {
  test('420 and 4140 harden, mild steel hardly', () => {
    const zone = (grade: string, thicknessMm = 8): number =>
      riskOf('haz-hardening', { grades: [grade, grade], rod: 'ER312', joint: { thicknessMm } });
    expect(zone('420')).toBeGreaterThan(HIGH);
    expect(zone('4140', 20)).toBeGreaterThan(WATCH);
    expect(zone('A36', 5)).toBeLessThan(0.05);
  });
  test('the explanation states a preheat for 416 and 420', () => {
    const mechanism = RISK_MECHANISMS.find(({ id }) => id === 'haz-hardening');
    for (const grade of ['416', '420']) {
      const { reason, drivers } = mechanism!.explain(
        typicalSample({ grades: [grade, grade], rod: 'ER312', joint: { thicknessMm: 10 } }),
      );
      expect(reason).toMatch(/preheat about \d{2,3} °C/);
      expect(drivers.find(({ name }) => name === 'preheat')?.value).toBeGreaterThanOrEqual(150);
    }
  });
  test('unstabilised 430 is worse than stabilised 439 and 444, thick worse than thin', () => {
    const zone = (grade: string, thicknessMm = 2): number =>
      riskOf('ferritic-haz', { grades: [grade, grade], rod: 'ER309L', joint: { thicknessMm } });
    expect(zone('430')).toBeGreaterThan(zone('439'));
    expect(zone('439', 6)).toBeGreaterThan(zone('439', 1));
    expect(zone('304')).toBe(0);
  });
  test('sulphides liquate whatever the rod', () => {
    for (const rod of ['ER308L', 'ER312', 'ERNiCr-3'])
      expect(riskOf('liquation', { grades: ['303', '304'], rod })).toBeGreaterThan(WATCH);
    expect(riskOf('liquation', { grades: ['304', '304'], rod: 'ER308L' })).toBeLessThan(0.05);
  });
});

describe('hot service', () => {
  const hot = { temperatureC: [20, 750], hot: 'long' } as const;
  test('much ferrite turns to sigma, little does not', () => {
    expect(riskOf('sigma-phase', { grades: ['304', '304'], rod: 'ER312', service: hot })).toBeGreaterThan(HIGH);
    expect(riskOf('sigma-phase', { grades: ['304', '304'], rod: 'ER16-8-2', service: hot })).toBeLessThan(0.1);
    expect(riskOf('sigma-phase', { grades: ['304', '304'], rod: 'ER312', service: { temperatureC: [-10, 60] } })).toBe(
      0,
    );
  });
  test('high-ferrite metal hardens about 475 °C', () => {
    expect(
      riskOf('embrittlement-475', {
        grades: ['S32205', 'S32205'],
        rod: 'ER2209',
        service: { temperatureC: [20, 450], hot: 'long' },
      }),
    ).toBeGreaterThan(WATCH);
    expect(
      riskOf('embrittlement-475', {
        grades: ['S32205', 'S32205'],
        rod: 'ER2209',
        service: { temperatureC: [-10, 60] },
      }),
    ).toBe(0);
  });
  test('unstabilised metal is sensitised in hot wet service, niobium binds the carbon', () => {
    const bead = (rod: string): number =>
      riskOf('sensitisation', {
        grades: ['321', '321'],
        rod,
        service: { temperatureC: [20, 650], hot: 'long', environment: 'outdoor' },
      });
    expect(bead('ER308H')).toBeGreaterThan(HIGH);
    expect(bead('ER347')).toBeLessThan(0.2);
  });
  test('308L scales away at furnace heat, 310 does not', () => {
    const bead = (rod: string): number =>
      riskOf('scaling-limit', { grades: ['310S', '310S'], rod, service: { temperatureC: [20, 1050] } });
    expect(bead('ER308L')).toBeGreaterThan(0.5);
    expect(bead('ER310')).toBeLessThan(0.1);
  });
  test('austenitic metal on carbon steel works at every heating, nickel stands between', () => {
    const cycling = { temperatureC: [20, 650], cycling: true } as const;
    const bead = (rod: string): number => riskOf('thermal-mismatch', { grades: ['A36', '409'], rod, service: cycling });
    expect(bead('ER309L')).toBeGreaterThan(HIGH);
    expect(bead('ERNiCr-3')).toBeLessThan(bead('ER309L'));
  });
  test('carbon leaves carbon steel in the heat only', () => {
    const bead = (service: object): number =>
      riskOf('carbon-migration', { grades: ['A36', '304'], rod: 'ER309L', service });
    expect(bead({ temperatureC: [20, 600], hot: 'long' })).toBeGreaterThan(HIGH);
    expect(bead({ temperatureC: [-20, 60] })).toBe(0);
  });
});

describe('cold and wet service', () => {
  test('ferritic, duplex and carbon steel are not for very cold service, low-ferrite 308L is', () => {
    const cold = (grade: string, rod: string): number =>
      riskOf('low-temperature', { grades: [grade, grade], rod, service: { temperatureC: [-183, 20] } });
    for (const grade of ['409', 'S32205', 'A36'])
      expect(
        riskOf('low-temperature-piece', {
          grades: [grade, grade],
          rod: 'ER308L',
          service: { temperatureC: [-183, 20] },
        }),
      ).toBeGreaterThan(0.95);
    expect(cold('304L', 'ER308L')).toBeLessThan(0.2);
    expect(cold('304L', 'ER312')).toBeGreaterThan(cold('304L', 'ER308L'));
  });
  test('308L on 316L by the sea lacks molybdenum; carbon-steel rod on stainless rusts', () => {
    const sea = (rod: string): number =>
      riskOf('corrosion-match', { grades: ['316L', '316L'], rod, service: { environment: 'coast' } });
    expect(sea('ER308L')).toBeGreaterThan(HIGH);
    expect(sea('ER316L')).toBeLessThan(WATCH);
    expect(
      riskOf('corrosion-match', { grades: ['304', '304'], rod: 'ER70S-6', service: { environment: 'outdoor' } }),
    ).toBeGreaterThan(0.9);
  });
  test('two carbon steels ask nothing of corrosion', () => {
    expect(
      riskOf('corrosion-match', { grades: ['A36', 'A36'], rod: 'ER70S-6', service: { environment: 'outdoor' } }),
    ).toBe(0);
  });
});

describe('what comes in with the metal and the gas', () => {
  test('zinc, plating, lead and oil are named', () => {
    const coated = (coating: 'galvanised' | 'plated' | 'copper-plated', grades = ['A36', '304']): number =>
      riskOf('liquid-metal', { grades, rod: 'ER309L', coatings: [coating, 'bare'] });
    expect(coated('galvanised')).toBeGreaterThan(0.8);
    expect(coated('copper-plated')).toBeGreaterThan(0.8);
    expect(coated('galvanised', ['A36', '416'])).toBeGreaterThan(0.8);
    expect(coated('galvanised', ['A36', 'A36'])).toBeLessThan(0.8);
    expect(coated('copper-plated', ['A36', 'A36'])).toBeLessThan(0.5);
    expect(coated('plated')).toBeGreaterThanOrEqual(HIGH);
    expect(riskOf('contamination', { grades: ['12L14', '304'], rod: 'ER309L' })).toBeGreaterThan(HIGH);
    const soaked = riskOf('contamination', {
      grades: ['304', '304'],
      rod: 'ER308L',
      conditions: ['as-made', 'oil-soaked'],
    });
    expect(soaked).toBeGreaterThan(0.2);
    expect(riskOf('contamination', { grades: ['304', '304'], rod: 'ER308L', conditions: ['corroded'] })).toBeLessThan(
      soaked,
    );
    expect(riskOf('contamination', { grades: ['304', '304'], rod: 'ER308L' })).toBeLessThan(0.02);
  });
  test('hydrogen in the gas is for austenitic pools only', () => {
    const gas = (grade: string): number =>
      riskOf('shielding-gas', { grades: [grade, grade], rod: 'ER309L', joint: { gas: 'argon-hydrogen' } });
    expect(gas('316L')).toBe(0);
    for (const grade of ['409', '410', 'S32205', 'A36']) expect(gas(grade)).toBe(1);
  });
  test('gas is judged behind the root as well, nitrogen by what it hardens, active gas by the tungsten', () => {
    const behind = (grade: string, backGas: 'argon' | 'nitrogen' | 'nitrogen-hydrogen'): number =>
      riskOf('shielding-gas', { grades: [grade, grade], rod: 'ER309L', joint: { backGas } });
    for (const grade of ['S32205', '410', 'A36']) expect(behind(grade, 'nitrogen-hydrogen')).toBe(1);
    expect(behind('316L', 'nitrogen-hydrogen')).toBe(0);
    expect(behind('S32205', 'nitrogen')).toBe(0);
    for (const grade of ['430', '321', '316Ti']) expect(behind(grade, 'nitrogen')).toBeGreaterThan(0.5);
    expect(behind('304', 'nitrogen')).toBe(0);
    const mixture = (process: 'gtaw' | 'gmaw'): number =>
      riskOf('shielding-gas', { grades: ['304', '304'], rod: 'ER308L', joint: { process, gas: 'argon-oxygen' } });
    expect(mixture('gtaw')).toBe(1);
    expect(mixture('gmaw')).toBe(0);
  });
  test('a bead that is not austenitic takes no hydrogen either; where the pieces forbid it, it is gone', () => {
    const bead = (grade: string, rod: string): number =>
      riskOf('hydrogen-in-bead', { grades: [grade, grade], rod, joint: { gas: 'argon-hydrogen' } });
    expect(bead('304L', 'ER2209')).toBeGreaterThan(0.5);
    expect(bead('304L', 'ER308L')).toBeLessThan(0.2);
    expect(bead('S32205', 'ER2209')).toBe(0);
  });
  test('cast iron: nickel is mild, stainless and carbon steel take up carbon', () => {
    const iron = (rod: string): number =>
      riskOf('cast-iron', { grades: ['grey-iron', 'grey-iron'], rod, dilution: 0.3 });
    expect(iron('ENi-CI')).toBeLessThan(0.15);
    expect(iron('ER309L')).toBeGreaterThan(HIGH);
    expect(iron('ER70S-6')).toBeGreaterThan(HIGH);
  });
});

describe('fusing alone', () => {
  const fused = (grades: readonly string[], type: 'square-butt' | 'bevel' | 'crack' = 'square-butt'): number =>
    riskOf('fusing-alone', { grades, rod: null, joint: { type, technique: 'fused' } });
  test('wrong for duplex, hardenable metal, cast iron, stainless with plain steel; right for 304 and 409', () => {
    for (const grade of ['S32205', 'S32750', '420', '4130', '1045', 'grey-iron'])
      expect(fused([grade, grade])).toBeGreaterThan(0.5);
    expect(fused(['304', 'A36'])).toBeGreaterThan(0.5);
    for (const grade of ['304', '316L', '409', '1010']) expect(fused([grade, grade])).toBeLessThan(0.1);
  });
  test('a groove or a crack is never fused shut, and a rod that is fed is no fusing', () => {
    expect(fused(['304', '304'], 'bevel')).toBeGreaterThan(0.5);
    expect(fused(['304', '304'], 'crack')).toBeGreaterThan(0.5);
    expect(riskOf('fusing-alone', { grades: ['S32205', 'S32205'], rod: 'ER2209' })).toBe(0);
  });
});

describe('a piece that is wrong for its life', () => {
  const unfit = (grade: string, environment: 'sea' | 'acid' | 'food' | 'outdoor' | 'dry' | 'coast'): number =>
    riskOf('unfit-piece', { grades: [grade, '316L'], rod: 'ER316L', service: { environment } });
  test('304 under the sea, 410 in acid, plain steel on food; not 304 outdoors, nor plain steel there', () => {
    expect(unfit('304', 'sea')).toBeGreaterThan(HIGH);
    expect(unfit('410', 'acid')).toBeGreaterThan(HIGH);
    expect(unfit('A36', 'food')).toBe(1);
    for (const grade of ['304', 'A36']) expect(unfit(grade, 'outdoor')).toBeLessThan(0.1);
    expect(unfit('410', 'dry')).toBe(0);
  });
  test('the more is asked of it the worse: outdoors, coast, sea', () => {
    expect(unfit('304', 'coast')).toBeGreaterThanOrEqual(unfit('304', 'outdoor'));
    expect(unfit('304', 'sea')).toBeGreaterThan(unfit('304', 'coast'));
  });
});

describe('balance and strength', () => {
  test('duplex fused without rod comes out too ferritic, 2209 puts it right', () => {
    expect(riskOf('duplex-balance', { grades: ['S32205', 'S32205'], rod: null })).toBeGreaterThan(HIGH);
    expect(riskOf('duplex-balance', { grades: ['S32205', 'S32205'], rod: 'ER2209' })).toBeLessThan(0.05);
  });
  test('308L is soft for 17-4, the matching rod is not', () => {
    expect(riskOf('strength-match', { grades: ['S17400', 'S17400'], rod: 'ER308L' })).toBeGreaterThan(0.8);
    expect(riskOf('strength-match', { grades: ['S17400', 'S17400'], rod: 'ER630' })).toBeLessThan(0.4);
  });
  test('the martensite line on carbon steel counts more with hydrogen and heat, less with nickel', () => {
    const boundary = RISK_MECHANISMS.find(({ id }) => id === 'fusion-boundary')!;
    const sample = typicalSample({ grades: ['A36', '304L'], rod: 'ER309L' });
    const line = (rod: string, rest: object = {}): number =>
      riskOf('fusion-boundary', { grades: ['A36', '304L'], rod, ...rest });
    expect(line('ER309L')).toBeLessThan(line('ER308L'));
    expect(line('ERNiCr-3')).toBeLessThan(0.5 * line('ER309L'));
    expect(line('E309L-17', { joint: { process: 'smaw' } })).toBeGreaterThan(line('ER309L'));
    expect(line('ER309L', { service: { temperatureC: [20, 450] } })).toBeGreaterThan(line('ER309L'));
    const { drivers, reason } = boundary.explain(sample);
    expect(drivers[0]?.value).toBeGreaterThan(5);
    expect(reason).toContain('A36');
  });
});

describe('more ferrite than wanted', () => {
  const found = (rod: string, joint: object = {}): number =>
    riskOf('excess-ferrite', { grades: ['304L', '304L'], rod, dilution: 0.2, ...joint });
  test('is nothing at the ferrite of the usual rods, and counts for a rod made to be rich in it', () => {
    expect(found('ER308L')).toBeLessThan(WATCH);
    expect(found('ER309L')).toBeLessThan(WATCH);
    expect(found('ER312')).toBeGreaterThan(HIGH);
    expect(found('ER312', { dilution: 0.6 })).toBeLessThan(found('ER312'));
  });
  test('is not asked of duplex, which lives by it, nor of metal without nickel, nor of carbon steel', () => {
    expect(found('ER2209', { grades: ['S32205', 'S32205'] })).toBe(0);
    expect(found('ER430', { grades: ['430', '430'] })).toBe(0);
    expect(riskOf('excess-ferrite', { grades: ['A36', 'A36'], rod: null })).toBe(0);
  });
  test('names the figure it rests on', () => {
    const mechanism = RISK_MECHANISMS.find(({ id }) => id === 'excess-ferrite')!;
    const sample = typicalSample({ grades: ['304L', '304L'], rod: 'ER312', dilution: 0.2 });
    const { drivers, reason } = mechanism.explain(sample);
    expect(drivers[0]?.value).toBeGreaterThan(40);
    expect(reason).toContain(`${sample.ferriteNumber.toFixed(0)} FN`);
  });
});

describe('coarse ferritic weld metal', () => {
  const found = (grade: string, rod: string | null, pool = {}): number =>
    riskOf('ferritic-weld', { grades: [grade, grade], rod, pool });
  test('is high where all the bead is ferrite, and nothing where an austenitic rod was used', () => {
    expect(found('430', 'ER430')).toBeGreaterThan(HIGH);
    expect(found('430', 'ER309L')).toBe(0);
    expect(found('304L', 'ER308L')).toBe(0);
    expect(found('S32205', 'ER2209')).toBe(0);
  });
  test('is less with titanium or niobium, and more with carbon', () => {
    expect(found('439', 'ER430LNb')).toBeLessThan(found('430', 'ER430'));
    expect(found('430', 'ER430LNb', { C: 0.06 })).toBeGreaterThan(found('430', 'ER430LNb', { C: 0.02 }));
  });
});

describe('cracking of carbon-steel weld metal', () => {
  const found = (pool: object, joint: object = {}): number =>
    riskOf('carbon-steel-cracking', { grades: ['A36', 'A36'], rod: null, pool, joint });
  // UCS by hand: 230 × 0.15 + 190 × 0.01 + 75 × 0.012 - 12.3 × 0.2 - 5.4 × 1 - 1 = 28.4.
  const PLAIN = { C: 0.15, S: 0.01, P: 0.012, Si: 0.2, Mn: 1 };
  test('follows the units of crack susceptibility', () => {
    const mechanism = RISK_MECHANISMS.find(({ id }) => id === 'carbon-steel-cracking')!;
    const { drivers } = mechanism.explain(typicalSample({ grades: ['A36', 'A36'], rod: null, pool: PLAIN }));
    expect(drivers[0]?.value).toBeCloseTo(28.4, 1);
    expect(found(PLAIN)).toBeLessThan(WATCH);
    expect(found({ ...PLAIN, C: 0.3 })).toBeGreaterThan(HIGH);
    expect(found({ ...PLAIN, S: 0.2 })).toBeGreaterThan(HIGH);
    expect(found({ ...PLAIN, C: 0.22, Mn: 1.6 })).toBeLessThan(found({ ...PLAIN, C: 0.22, Mn: 0.4 }));
  });
  test('rises with restraint, and has nothing to say of stainless or nickel metal', () => {
    const [low, high] = (['low', 'high'] as const).map((restraint) => found({ ...PLAIN, C: 0.22 }, { restraint }));
    expect(high).toBeGreaterThan(low as number);
    for (const [grade, rod] of [
      ['304L', 'ER308L'],
      ['A36', 'ER309L'],
      ['A36', 'ERNiCr-3'],
    ] as const)
      expect(riskOf('carbon-steel-cracking', { grades: [grade, grade], rod, dilution: 0.3 })).toBe(0);
  });
});

describe('every mechanism', () => {
  const joints = fc.record({
    grades: fc.array(fc.constantFrom(...GRADES.map(({ id }) => id)), { minLength: 1, maxLength: 3 }),
    rod: fc.constantFrom(null, ...RODS.map(({ id }) => id)),
    dilution: fc.double({ min: 0, max: 1, noNaN: true }),
    service: fc.record({
      environment: fc.constantFrom('dry', 'outdoor', 'pool', 'sea', 'unknown'),
      hot: fc.constantFrom('short', 'long'),
    }) as fc.Arbitrary<{ environment: 'dry'; hot: 'long' }>,
  });
  test('gives a figure from 0 to 1 and can say why, for any joint of the catalogue', () => {
    fc.assert(
      fc.property(joints, (joint) => {
        const sample = typicalSample(joint);
        for (const mechanism of RISK_MECHANISMS) {
          const figure = mechanism.probability(sample);
          expect([mechanism.id, figure >= 0 && figure <= 1]).toEqual([mechanism.id, true]);
          const { reason, remedy, drivers } = mechanism.explain(sample);
          expect(reason).not.toMatch(/NaN|undefined|Infinity/);
          expect(remedy.length).toBeGreaterThan(4);
          for (const { value } of drivers) expect(Number.isFinite(value)).toBe(true);
        }
      }),
      { numRuns: 150 },
    );
  });
});
