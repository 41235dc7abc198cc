import { JOINTS } from '../joint';
import { aPiece, aPlate, aTube } from '../testing/parts';
import { likelyJoints, likelyTechniques } from './likely-joints';

test.each([
  ['two tubes of one size', [aTube('A', 42.4, 2), aTube('B', 42.4, 2)], 'square-butt'],
  ['two thick pipes of one size', [aTube('A', 114, 8), aTube('B', 114, 8)], 'bevel'],
  ['a small tube and a large one', [aTube('A', 33.7, 2), aTube('B', 60.3, 2)], 'saddle'],
  ['a tube and a plate', [aTube('A', 42.4, 2), aPlate('B', 5)], 'fillet'],
  ['a casting and a pipe', [aPiece('A', { form: 'casting' }), aTube('B', 60.3, 2.8)], 'saddle'],
  ['one piece', [aTube('A', 42.4, 2)], 'crack'],
  [
    'a tube, a sheet and an old weld',
    [aTube('A', 42.4, 2), aPlate('B', 3), aPiece('W', { kind: 'old-weld' })],
    'toe-crack',
  ],
  ['an end cap', [aTube('A', 60.3, 2), aTube('B', 48, 2, { shape: 'cap' })], 'square-butt'],
] as const)('%s', (_what, pieces, first) => {
  const types = likelyJoints(pieces);
  expect(types[0]).toBe(first);
  expect([...types].sort()).toEqual(Object.keys(JOINTS.types).sort());
});

test('every joint has a first way to be welded, and all others after it', () => {
  expect(likelyTechniques('overlay')[0]).toBe('overlay');
  expect(likelyTechniques('lap')[0]).toBe('fillet');
  expect([...likelyTechniques('saddle')].sort()).toEqual(Object.keys(JOINTS.techniques).sort());
});
