import { faultsOf } from '../testing/faults-of';
import { completeJoint } from './complete-joint';
import { JOINTS, type JointInput, type JointType, type Technique } from './joint-input';

describe('joint', () => {
  const austenitic = ['austenitic', 'austenitic'] as const;

  test('every technique and type has a rising dilution range', () => {
    for (const type of Object.keys(JOINTS.types) as JointType[])
      for (const technique of Object.keys(JOINTS.techniques) as Technique[]) {
        const { dilution } = completeJoint({ type, technique }, austenitic);
        expect(dilution.min).toBeGreaterThan(0);
        expect(dilution.mode).toBeGreaterThanOrEqual(dilution.min);
        expect(dilution.max).toBeGreaterThanOrEqual(dilution.mode);
        expect(dilution.max).toBeLessThanOrEqual(1);
      }
  });
  test('the thin side gives more of the melted metal', () => {
    const { shares } = completeJoint({ type: 'lap', thicknessMm: [1, 6] }, austenitic);
    expect(shares[0]?.mode).toBeGreaterThan(0.6);
    expect((shares[0]?.mode ?? 0) + (shares[1]?.mode ?? 0)).toBeCloseTo(1, 6);
  });
  test('the arc aimed at a side melts more of it, and more of it than of the other', () => {
    const plain = completeJoint({ type: 'fillet' }, austenitic).shares[0]?.mode ?? 0;
    const aimed = completeJoint({ type: 'fillet', aimedAt: 0 }, austenitic).shares[0]?.mode ?? 0;
    expect(aimed - plain).toBeCloseTo(0.25, 6);
  });
  test('carbon steel leads the heat away and melts less than stainless of the same thickness', () => {
    const [carbon, stainless] = completeJoint({ type: 'fillet', thicknessMm: [4, 4] }, ['carbon', 'austenitic']).shares;
    expect(carbon?.mode).toBeLessThan(stainless?.mode ?? 0);
  });
  test('poor shielding brings nitrogen', () => {
    expect(completeJoint({ type: 'fillet', shielding: 'poor' }, austenitic).nitrogen.mode).toBeGreaterThan(
      completeJoint({ type: 'fillet' }, austenitic).nitrogen.mode,
    );
  });
  test('only thin edges that lie together can be fused without rod', () => {
    expect(completeJoint({ type: 'square-butt', thicknessMm: 1.5 }, austenitic).fusible).toBe(true);
    expect(completeJoint({ type: 'square-butt', thicknessMm: 8 }, austenitic).fusible).toBe(false);
    expect(completeJoint({ type: 'fillet', thicknessMm: 1.5 }, austenitic).fusible).toBe(false);
    expect(completeJoint({ type: 'lap', thicknessMm: 1.5 }, austenitic).fusible).toBe(false);
    expect(completeJoint({ type: 'lap', thicknessMm: 1.5, technique: 'fused' }, austenitic).fusible).toBe(true);
  });
  test('names every faulty field at once', () => {
    const bad = {
      type: 'weld',
      technique: 'x',
      restraint: 'y',
      dilution: { min: 0.5, mode: 0.4, max: 0.6 },
      shares: [1],
      thicknessMm: [0, 900],
    } as unknown as JointInput;
    expect(faultsOf(() => completeJoint(bad, austenitic)).sort()).toEqual(
      [
        'joint.dilution',
        'joint.restraint',
        'joint.shares',
        'joint.technique',
        'joint.thicknessMm.0',
        'joint.thicknessMm.1',
        'joint.type',
      ].sort(),
    );
  });
});
