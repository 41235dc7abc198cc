import { SeededRandom } from '../chance';
import {
  meanProperties,
  mostAmps,
  MOST_THROUGH,
  poolEdge,
  poolShape,
  thermalMaterial,
  throughChance,
  type ThroughQuestion,
} from '.';

const material = thermalMaterial({ grade: '304L' });
const figures = meanProperties(material, material.solidusC);
const asked = (amps: number, wallMm: number, more: Partial<ThroughQuestion> = {}): ThroughQuestion => ({
  arc: { amps, travelMmPerS: 1.8 },
  material: { grade: '304L' },
  wallMm,
  otherMm: wallMm,
  isFillet: false,
  startC: 20,
  ...more,
});

describe('chance of melting through', () => {
  test('is that of the pool drawn whole', () => {
    const random = new SeededRandom(7);
    for (let time = 0; time < 12; time++) {
      const wallMm = 1 + 5 * random.next();
      const arc = { amps: (18 + 24 * random.next()) * wallMm, travelMmPerS: 1.2 + 1.6 * random.next() };
      const startC = 20 + 150 * random.next();
      const meltsC = poolEdge(material, figures.volumetricHeat);
      const { meltsThrough } = poolShape({ arc, thicknessMm: wallMm, startC, meltsC, ...figures }, 1);
      const quick = throughChance(asked(0, wallMm, { arc, startC }));
      expect(Math.abs(quick - meltsThrough)).toBeLessThanOrEqual(0.07);
    }
  });
  test('an even square butt comes through at the 26 to 33 A a millimetre practice takes', () => {
    for (const wallMm of [2, 2.5, 3, 4]) {
      expect(throughChance(asked(24 * wallMm, wallMm))).toBeLessThan(0.5);
      expect(throughChance(asked(33 * wallMm, wallMm))).toBeGreaterThan(0.7);
    }
  });
  test('rises with current and on warm metal; a thick neighbour and a third plate take heat', () => {
    const base = throughChance(asked(85, 3));
    expect(throughChance(asked(100, 3))).toBeGreaterThan(base);
    expect(throughChance(asked(85, 3, { startC: 150 }))).toBeGreaterThan(base);
    expect(throughChance(asked(85, 3, { otherMm: 8 }))).toBeLessThan(base);
    expect(throughChance(asked(85, 3, { isFillet: true }))).toBeLessThan(base);
    expect(throughChance(asked(85, 3, { arc: { amps: 85, travelMmPerS: 1.2 } }))).toBeGreaterThan(base);
  });
  test('the largest current has the chance that is borne and no more, and 3 mm fillets keep what tables have', () => {
    for (const question of [asked(400, 3, { isFillet: true }), asked(400, 1.5, { otherMm: 8, isFillet: true })]) {
      const most = mostAmps(question);
      const at = (amps: number): number => throughChance({ ...question, arc: { ...question.arc, amps } });
      expect(at(most)).toBeLessThanOrEqual(MOST_THROUGH);
      expect(at(1.03 * most)).toBeGreaterThan(MOST_THROUGH);
      expect(mostAmps({ ...question, arc: { ...question.arc, amps: most / 2 } })).toBe(most / 2);
    }
    expect(mostAmps(asked(400, 3, { isFillet: true }))).toBeGreaterThan(95);
    expect(mostAmps(asked(400, 1.5, { otherMm: 8, isFillet: true }))).toBeGreaterThan(60);
  });
});
