import {
  INSPECTION_LINES,
  INSPECTION_METHODS,
  inspectionLine,
  choicesOf,
  type InspectionLineId,
} from '@variatum/metallurgy';
import { byMethodWords, foundWords, limitWords } from './inspect-words';

const found = (
  line: InspectionLineId,
  value: number | null,
  choice: string | null = null,
  range90: readonly [number, number] | null = null,
) => foundWords({ line, value, choice, range90 }, 'mm');

test('what a profile asks is said in the units of the shop', () => {
  expect(limitWords({ kind: 'most', mm: 0.5 }, 'mm')).toBe('at most 0.5 mm');
  expect(limitWords({ kind: 'most', mm: 0 }, 'mm')).toBe('none taken');
  expect(limitWords({ kind: 'never' }, 'in')).toBe('none taken');
  expect(limitWords({ kind: 'between', least: 3, most: 12 }, 'mm')).toBe('FN 3 to 12');
  expect(limitWords({ kind: 'most', mm: 0.5 }, 'in')).toMatch(/^at most 0\.02 in/);
});

test('what was found is a figure, a word, or a colour with its film', () => {
  expect([found('undercut', 0.3), found('undercut', 0), found('undercut', null)]).toEqual(['0.3 mm', 'none', '']);
  expect(found('ferrite', 7.5)).toBe('FN 7.5');
  expect(found('cracks', null, 'none')).toBe('none');
  expect(found('tint-outside', 47.4, 'dark-blue', [43.2, 51.9])).toMatch(/, film of 47 nm \(43 to 52\)$/);
  expect(found('tint-outside', null, 'purple')).toBe('purple');
});

test('every line that is chosen from has words for each of its choices, and every way of looking a name', () => {
  for (const id of INSPECTION_LINES) {
    const line = inspectionLine(id);
    for (const { id: choice } of choicesOf(line))
      expect([id, choice, found(id, null, choice)]).toEqual([id, choice, expect.stringMatching(/\S/)]);
    for (const by of line.methods) expect(byMethodWords({ by })).toMatch(/\S/);
  }
  expect(new Set(INSPECTION_METHODS.map((by) => byMethodWords({ by }))).size).toBe(INSPECTION_METHODS.length);
});
