import { remembered } from '.';

test('the same question is computed once, what was asked longest ago is dropped first, a fault is asked again', () => {
  const asked: number[] = [];
  const twice = remembered(({ of }: { readonly of: number }) => {
    asked.push(of);
    if (of < 0) throw new Error('below nothing');
    return 2 * of;
  });
  expect([twice({ of: 1 }), twice({ of: 1 })]).toEqual([2, 2]);
  expect(asked).toEqual([1]);
  for (let of = 2; of <= 301; of++) {
    twice({ of });
    twice({ of: 1 });
  }
  asked.length = 0;
  expect([twice({ of: 1 }), twice({ of: 2 })]).toEqual([2, 4]);
  expect(asked).toEqual([2]);
  for (let time = 0; time < 2; time++) expect(() => twice({ of: -1 })).toThrow('below nothing');
  expect(asked).toEqual([2, -1, -1]);
});
