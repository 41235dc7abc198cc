import { choose, type ChooseInput } from '.';

const SAMPLES = 128;
const of = (grades: readonly string[], joint: ChooseInput['joint'], service: ChooseInput['service'] = {}) =>
  choose({ pieces: grades.map((grade) => ({ grade })), joint, service, samples: SAMPLES });

describe('what is said before any rod', () => {
  test('duplex that is to be fused is held, and the list is led by the rod to feed', () => {
    const answer = of(['S32205', 'S32205'], { type: 'square-butt', thicknessMm: 3, technique: 'fused' });
    expect(answer.holds.map(({ mechanism }) => mechanism)).toEqual(['fusing-alone']);
    expect(answer.recommended).toBe('ER2209');
    expect(answer.reasons[0]).toMatch(/^Not yet: .*open a gap/);
  });
  test('thin 304 that is to be fused is not held', () => {
    const answer = of(['304', '304'], { type: 'square-butt', thicknessMm: 1.5, technique: 'fused' });
    expect(answer.holds).toEqual([]);
    expect(answer.recommended).toBeNull();
  });
  test('hydrogen over duplex is held, and the rods are weighed as with the gas that is taken instead', () => {
    const withGas = (gas: 'argon' | 'argon-hydrogen') =>
      of(['S32205', 'S32205'], { type: 'bevel', thicknessMm: 8, gas }, { environment: 'sea' });
    expect(withGas('argon-hydrogen').holds.map(({ mechanism }) => mechanism)).toEqual(['shielding-gas']);
    expect(withGas('argon-hydrogen').recommended).toBe(withGas('argon').recommended);
    expect(withGas('argon').holds).toEqual([]);
  });
  test('304 under the sea is said first and forbids nothing', () => {
    const answer = of(['304', '304'], { type: 'fillet', thicknessMm: 3 }, { environment: 'sea' });
    expect(answer.holds).toEqual([]);
    expect(answer.saidFirst.map(({ mechanism }) => mechanism)).toEqual(['unfit-piece']);
    expect(answer.reasons[0]).toMatch(/^First: the piece itself/);
    expect(of(['316L', '316L'], { type: 'fillet', thicknessMm: 3 }, { environment: 'coast' }).saidFirst).toEqual([]);
  });
});

describe('habit', () => {
  test('breaks a tie: like 304 is welded with 308L, steel to duplex with no rod of 18-8 type', () => {
    expect(of(['304', '304'], { type: 'square-butt', thicknessMm: 1.5 }, { environment: 'food' }).recommended).toBe(
      'ER308L',
    );
    const first = of(['S32205', 'A36'], { type: 'bevel', thicknessMm: [8, 10], process: 'smaw' }).ranking.slice(0, 3);
    expect(first.map(({ deposit }) => deposit)).not.toContain('ER316L');
  });
  test('says nothing of free-machining metal, for which no table names a rod', () => {
    expect(of(['303', '304'], { type: 'fillet', thicknessMm: [5, 2] }).ranking[0]?.deposit).toMatch(
      /^ER3(12|09L|09LMo)$/,
    );
  });
});
