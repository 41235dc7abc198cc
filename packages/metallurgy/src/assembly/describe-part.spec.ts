import { describePart } from './describe-part';

const sizes = (line: string) =>
  describePart(line)!.pieces.map(({ form, outsideMm, thicknessMm, grade }) => [
    form,
    outsideMm.value,
    thicknessMm.value,
    grade,
  ]);
const type = (line: string) => describePart(line)!.joint.type;

describe('a part in one line', () => {
  test.each([
    [
      '42.4 x 2 tube to 5 mm plate, fillet',
      'fillet',
      [
        ['tube', 42.4, 2, null],
        ['plate', null, 5, null],
      ],
    ],
    [
      '316L 42.4 x 2 mm tube to 304 tube 42.4x2, square butt, no rod, TIG',
      'square-butt',
      [
        ['tube', 42.4, 2, '316L'],
        ['tube', 42.4, 2, '304'],
      ],
    ],
    [
      '2 in sch 10 pipe onto volute casting',
      'fillet',
      [
        ['pipe', 60.325, 2.7686, null],
        ['casting', null, null, null],
      ],
    ],
    [
      '33.7x2 tube into 60,3 x 2 tube',
      'saddle',
      [
        ['tube', 33.7, 2, null],
        ['tube', 60.3, 2, null],
      ],
    ],
    [
      '1.5 mm sheet on 6 mm A36 plate, lap',
      'lap',
      [
        ['sheet', null, 1.5, null],
        ['plate', null, 6, 'A36'],
      ],
    ],
    ['50 mm shaft, worn', 'overlay', [['bar', 50, null, null]]],
    [
      '60.3 x 2 tube with flange',
      'fillet',
      [
        ['tube', 60.3, 2, null],
        ['plate', null, null, null],
      ],
    ],
    ['crack in 42.4 x 2 tube', 'crack', [['tube', 42.4, 2, null]]],
  ])('%s', (line, joint, pieces) => {
    expect(type(line)).toBe(joint);
    expect(
      sizes(line).map((piece) =>
        piece.map((value) => (typeof value === 'number' ? Math.round(value * 1e4) / 1e4 : value)),
      ),
    ).toEqual(pieces);
  });
  test('process, technique, count, coating and length are understood', () => {
    expect(describePart('fused, 18 x 1 tube to 18 x 1 tube, mig')!.joint).toEqual({
      type: 'square-butt',
      said: false,
      technique: 'fused',
      process: 'gmaw',
    });
    const [spigot, ring] = describePart('12 off 28 mm spigot on 42.4 x 2 ring tube, tig')!.pieces;
    expect(spigot).toMatchObject({ count: 12, form: 'turned', outsideMm: { value: 28 }, name: 'Spigot' });
    expect(ring).toMatchObject({ form: 'tube', shape: 'ring', name: 'Ring tube' });
    const [, post] = describePart('12 mm pin to galvanised post section 1 m long')!.pieces;
    expect(post).toMatchObject({ coating: 'galvanised', lengthMm: { value: 1000, typed: '1 m' }, form: 'section' });
  });
  test('words it does not know stand in the name; an old weld is one', () => {
    const part = describePart('handrail tube 42.4 x 2, toe crack, old weld')!;
    expect(part.pieces.map(({ name, kind }) => [name, kind])).toEqual([
      ['Handrail tube', 'base'],
      ['Old weld', 'old-weld'],
    ]);
    expect(describePart('frobnicator')!.pieces).toMatchObject([{ name: 'Frobnicator', form: null }]);
    expect(describePart('   ')).toBeUndefined();
  });
  test('inches, gauges and schedules stand as shops write them', () => {
    expect(sizes('1 1/2 x .065 in tube to 16 ga sheet')).toEqual([
      ['tube', 38.1, 1.651, null],
      ['sheet', null, 1.5875, null],
    ]);
    expect(describePart('1.5 x 0.065 tube', 'in')!.pieces[0]!.outsideMm.value).toBeCloseTo(38.1, 3);
  });
});
