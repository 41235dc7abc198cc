import { faultsOf } from '../testing/faults-of';
import { completeService, PERMANENCES, TIMES_HOT, type ServiceInput } from './service';
import { serviceCautions } from './service-cautions';

const faults = (input: object): string[] => faultsOf(() => completeService(input as ServiceInput));

describe('service', () => {
  test('what is left out is unknown, not harmless', () => {
    expect(completeService()).toMatchObject({ environment: 'unknown', lowestC: undefined, cycling: undefined });
  });
  test('names every faulty field at once', () => {
    const bad = { environment: 'moon', temperatureC: [300, 20], hot: 'hours', permanence: 'perhaps', pressure: 'yes' };
    expect(faults(bad)).toEqual(
      ['environment', 'temperatureC', 'hot', 'permanence', 'pressure'].map((field) => `service.${field}`),
    );
  });
  test('a name every object has is no environment', () => {
    expect(faults({ environment: 'toString' })).toEqual(['service.environment']);
  });
  test('every time hot and every permanence is taken', () => {
    for (const hot of TIMES_HOT) expect(completeService({ hot }).hot).toBe(hot);
    for (const permanence of PERMANENCES) expect(faults({ permanence })).toEqual([]);
  });
  test('pressure and deep cold call for a caution each', () => {
    expect(serviceCautions({})).toEqual([]);
    expect(serviceCautions({ pressure: true, temperatureC: [-196, 20] })).toHaveLength(2);
  });
});
