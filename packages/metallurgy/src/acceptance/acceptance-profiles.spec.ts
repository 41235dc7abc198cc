import { profileFor, STARTING_PROFILES, type ServedPart } from '.';

test('a part is held to the profile of its use', () => {
  const [hygienic, plain] = [{ id: 'hygienic' }, { id: 'plain' }];
  const part = (environment?: string, more: Partial<ServedPart> = {}): ServedPart => ({
    environment,
    hottestC: null,
    families: ['austenitic'],
    ...more,
  });
  expect(profileFor(part('food'), [plain, hygienic])).toBe(hygienic);
  expect(profileFor(part('outdoor'), [hygienic, plain])).toBe(plain);
  expect(profileFor(part(), [hygienic])).toBe(hygienic);
  expect(profileFor(part('food'), [plain, hygienic], 'plain')).toBe(plain);
  const [first, ...rest] = STARTING_PROFILES;
  const of = (one: ServedPart): string => profileFor(one, [first!, ...rest]).id;
  expect(of(part('outdoor', { hottestC: 650 }))).toBe('hot');
  expect(of(part('acid'))).toBe('hygienic');
  expect(of(part('dry'))).toBe('load');
  expect([of(part('sea')), of(part())]).toEqual(['wet', 'wet']);
  expect(of(part('outdoor', { families: ['cast-iron', 'carbon'] }))).toBe('iron');
  // One metal that is stainless, or that nobody knows, and its colour counts.
  expect(of(part('outdoor', { families: ['cast-iron', 'austenitic'] }))).toBe('wet');
  expect(of(part('outdoor', { families: ['cast-iron', null] }))).toBe('wet');
});
