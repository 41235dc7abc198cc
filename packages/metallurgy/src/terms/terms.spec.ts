import conditions from '../../data/conditions.json';
import { STARTING_PROFILES, TINT_LIMITS } from '../acceptance';
import { findPieceCondition, PIECE_CONDITIONS } from '../piece';
import { findTerm, TERMS } from './terms';

describe('words for people', () => {
  test('every term has an id of its own and is explained in whole sentences, not by itself', () => {
    expect(new Set(TERMS.map(({ id }) => id)).size).toBe(TERMS.length);
    for (const { title, text } of TERMS) {
      expect(text).toMatch(/\.$/);
      expect(text.length).toBeGreaterThan(40);
      expect(text.toLowerCase().startsWith(title.toLowerCase())).toBe(false);
    }
    expect(findTerm('dilution')?.title).toBe('Dilution');
    expect(findTerm('nothing')).toBeUndefined();
  });
  test('no word promises what the program cannot', () => {
    const all = JSON.stringify([TERMS, PIECE_CONDITIONS, STARTING_PROFILES]);
    expect(all).not.toMatch(/\b(safe|certified|approved|guaranteed)\b/i);
  });
  test('every condition advises and is found', () => {
    expect(conditions.source.length).toBeGreaterThan(20);
    for (const { id, advice } of PIECE_CONDITIONS) {
      expect(advice).toMatch(/\.$/);
      expect(findPieceCondition(id)?.id).toBe(id);
    }
  });
  test('starting profiles hold together', () => {
    const tints = TINT_LIMITS.map(({ id }) => id);
    for (const { undercutMm, reinforcementMm, ferriteMin, ferriteMax, tint } of STARTING_PROFILES) {
      expect(undercutMm).toBeLessThan(reinforcementMm);
      expect(ferriteMin).toBeLessThan(ferriteMax);
      expect(tints).toContain(tint);
    }
  });
});
