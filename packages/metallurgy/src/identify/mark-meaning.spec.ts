import { identify } from '.';
import { markMeaning } from './mark-meaning';

const named = (mark: string): readonly string[] => [...markMeaning(mark).named].sort();

describe('what a mark stands for', () => {
  test.each([
    ['V4A', ['316', '316L', '316Ti']],
    ['A4-80', ['316', '316L']],
    ['F51', ['S31803', 'S32205']],
    ['SUS 304', ['304']],
    ['sus316l', ['316L']],
    ['ASTM A182 F316L', ['316L']],
    ['TP304/304L', ['304', '304L']],
    ['EN-GJS-400-15', ['ductile-iron']],
    ['1.4571', ['316Ti']],
    ['En58J', ['316']],
    ['Z2 CN 18-10', ['304L']],
  ])('%s', (mark, grades) => expect(named(mark)).toEqual(grades));
  test('letters that look alike are read in either alphabet', () => {
    expect(named('12Х18Н10Т')).toEqual(['321']);
    expect(named('12X18H10T')).toEqual(named('12Х18Н10Т'));
  });
  test('a plain number stands on its sisters too, one with its letter does not', () => {
    expect(markMeaning('316').sisters).toContain('316L');
    expect(markMeaning('316L').sisters.size).toBe(0);
  });
  test('a heat number beside it changes nothing, and alone says nothing', () => {
    expect(named('316L heat 4711')).toEqual(['316L']);
    expect(markMeaning('heat 4711')).toMatchObject({ commonness: 0 });
    expect(named('heat 4711')).toEqual([]);
  });
});

describe('what is believed of a piece with a mark', () => {
  const belief = (mark: string, ...grades: readonly string[]): number =>
    identify({ tests: [{ test: 'stamp', mark }] })
      .candidates.filter(({ grade }) => grades.includes(grade))
      .reduce((sum, { probability }) => sum + probability, 0);
  test('a rare mark that is read clearly counts more than how rare its metal is', () => {
    for (const [mark, grade] of [
      ['1.4539', 'N08904'],
      ['1.4547', 'S31254'],
      ['2.4816', 'N06600'],
    ] as const)
      expect(belief(mark, grade)).toBeGreaterThan(0.9);
  });
  test('a mark that says nothing leaves the belief as it was', () => {
    const before = identify({}).candidates;
    const after = identify({ tests: [{ test: 'stamp', mark: 'heat 4711' }] }).candidates;
    expect(after.map(({ grade }) => grade)).toEqual(before.map(({ grade }) => grade));
    after.forEach(({ probability }, index) => expect(probability).toBeCloseTo(before[index]!.probability, 9));
  });
  test('about three marked pieces in a hundred are something else, whatever the mark', () => {
    for (const mark of ['304', '1.4462', '303']) {
      const meant = [...markMeaning(mark).named, ...markMeaning(mark).sisters];
      expect(belief(mark, ...meant)).toBeGreaterThan(0.94);
      expect(belief(mark, ...meant)).toBeLessThan(1);
    }
  });
});
