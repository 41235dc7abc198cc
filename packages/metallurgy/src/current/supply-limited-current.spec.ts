import { faultsOf } from '../testing/faults-of';
import { SUPPLIES, supplyLimitedCurrent } from './supply-limited-current';

describe('current a supply allows', () => {
  const ofSocket = { volts: 230, amperes: 16, phases: 1 } as const;
  test('is what small machines on a 16 A socket are sold with', () => {
    const stick = supplyLimitedCurrent(ofSocket, 'smaw').likely;
    expect(stick).toBeGreaterThan(70);
    expect(stick).toBeLessThan(140);
    const gtaw = supplyLimitedCurrent(ofSocket, 'gtaw').likely;
    expect(gtaw).toBeGreaterThan(stick);
    expect(gtaw).toBeLessThan(200);
  });
  test('gives the supply its power back', () => {
    const { likely } = supplyLimitedCurrent(ofSocket, 'smaw');
    expect(likely * (20 + 0.04 * likely)).toBeCloseTo(230 * 16 * 0.82 * 0.72, 6);
  });
  test('grows with the supply, and the range encloses the likely figure', () => {
    const byPower = [...SUPPLIES].sort((a, b) => power(a) - power(b));
    let last = 0;
    for (const supply of byPower) {
      const { likely, range } = supplyLimitedCurrent(supply, 'gtaw');
      expect(likely).toBeGreaterThanOrEqual(last);
      expect(range[0]).toBeLessThan(likely);
      expect(range[1]).toBeGreaterThan(likely);
      last = likely;
    }
  });
  test('an inverter gives more than a transformer', () => {
    expect(supplyLimitedCurrent(ofSocket, 'smaw', 'inverter').likely).toBeGreaterThan(
      supplyLimitedCurrent(ofSocket, 'smaw', 'transformer').likely,
    );
  });
  test('a faulty supply is named field by field', () => {
    const faulty = { volts: 5, amperes: Number.NaN, phases: 1 } as const;
    expect(faultsOf(() => supplyLimitedCurrent(faulty, 'gtaw'))).toEqual(['supply.volts', 'supply.amperes']);
  });
});

const power = ({ volts, amperes, phases }: (typeof SUPPLIES)[number]): number =>
  volts * amperes * (phases === 3 ? Math.sqrt(3) : 1);
