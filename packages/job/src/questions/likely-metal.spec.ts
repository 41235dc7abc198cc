import { likelyMetals, withAlikeMetals } from '.';

const piece = (id: string, grade: string | null, wallMm: number | null) => ({
  id,
  grade,
  thicknessMm: { value: wallMm, asTyped: null },
});
const side = (id: string) => ({ piece: id, place: null });

test('a stub nothing is known of, at a joint alike, is the metal that meets in its place there', () => {
  const metals = likelyMetals(
    [piece('header', '430', 4), piece('stub', 'A36', 3), piece('second', null, 2), piece('third', '316L', 2)] as never,
    {},
  );
  const joint = (...ids: string[]) => ({ sides: ids.map(side) }) as never;
  const leader = joint('stub', 'header');
  const known = withAlikeMetals(metals, [
    { joint: leader, leader },
    { joint: joint('header', 'second'), leader },
    { joint: joint('header', 'third'), leader },
  ]);
  expect(known.get('second')).toMatchObject({ material: { grade: 'A36' }, family: 'carbon', thicknessMm: 2 });
  // What is known of a piece itself stands.
  expect(known.get('third')).toEqual(metals.get('third'));
  expect(known.get('header')).toEqual(metals.get('header'));
});
