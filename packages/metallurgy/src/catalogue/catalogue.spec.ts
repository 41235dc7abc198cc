import fieldTests from '../../data/field-tests.json';
import itemFamilies from '../../data/item-families.json';
import marks from '../../data/marks.json';
import recall from '../testing/second-recall.json';
import service from '../../data/service.json';
import { isElementSymbol } from '../composition';
import { RISK_MECHANISMS } from '../risk';
import type { CatalogueEntry } from './entry';
import { FAMILIES } from './families';
import { isForeign } from './families-of-steel';
import { findGrade, GRADES } from './grades';
import { guessFamily } from './guess-family';
import { notInCatalogue } from './not-in-catalogue';
import { findRod, RODS } from './rods';

const ENTRIES: readonly (readonly [string, CatalogueEntry])[] = [...GRADES, ...RODS].map((entry) => [entry.id, entry]);

describe('every catalogue entry', () => {
  test('is there in number', () => {
    expect(GRADES.length).toBeGreaterThanOrEqual(100);
    expect(RODS.length).toBeGreaterThanOrEqual(55);
  });

  test('has an id of its own', () => {
    for (const list of [GRADES, RODS]) expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
  });

  test.each(ENTRIES)('%s holds together', (_id, entry) => {
    expect(FAMILIES[entry.family]).toBeDefined();
    expect(entry.source.length).toBeGreaterThan(10);
    expect(['high', 'medium', 'low']).toContain(entry.confidence);
    expect(entry.scalingLimitC).toBeGreaterThan(300);
    let sum = 0;
    for (const [symbol, limit] of Object.entries(entry.limits)) {
      expect(isElementSymbol(symbol)).toBe(true);
      const [low, high] = limit;
      expect(low).toBeGreaterThanOrEqual(0);
      if (high !== null) {
        expect(high).toBeGreaterThan(low);
        expect(high).toBeLessThanOrEqual(100);
      }
    }
    for (const [symbol, percent] of Object.entries(entry.typical)) {
      expect(isElementSymbol(symbol)).toBe(true);
      const limit = entry.limits[symbol as keyof typeof entry.limits];
      if (limit) {
        expect(percent).toBeGreaterThanOrEqual(limit[0]);
        if (limit[1] !== null) expect(percent).toBeLessThanOrEqual(limit[1]);
      }
      sum += percent;
    }
    expect(sum).toBeLessThanOrEqual(100);
  });

  test.each(ENTRIES.filter(([, { stabilisation }]) => stabilisation))(
    '%s meets its stabilisation rule',
    (_id, entry) => {
      const { elements, factor, of, offset } = entry.stabilisation as NonNullable<CatalogueEntry['stabilisation']>;
      const total = (symbols: readonly (keyof typeof entry.typical)[]): number =>
        symbols.reduce((sum, symbol) => sum + (entry.typical[symbol] ?? 0), 0);
      expect(total(elements)).toBeGreaterThanOrEqual(offset + factor * total(of) - 1e-9);
    },
  );
});

test('a second recall of the limits differs only where the notes settle it', () => {
  const differences: string[] = [];
  for (const [id, limits] of Object.entries(recall.limits)) {
    const entry = findGrade(id) ?? findRod(id);
    for (const [symbol, [low, high]] of Object.entries(limits) as [string, [number, number | null]][]) {
      const own = entry?.limits[symbol as 'Cr'];
      if (!own || own[0] !== low || own[1] !== high) differences.push(`${id} ${symbol}`);
    }
  }
  const settled = ['441 Ti', 'S17400 Cr', 'A36 C', 'A516-70 C', 'A516-70 Mn', 'ER309LNb Cr', 'ER409Nb C'];
  expect(differences).toEqual(settled);
});

describe('names', () => {
  test('an entry answers to its UNS and EN names, whatever the case and spaces', () => {
    for (const grade of GRADES)
      for (const name of [grade.id, grade.id.toLowerCase()]) expect(findGrade(name)?.id).toBe(grade.id);
    expect(findGrade('s30403')?.id).toBe('304L');
    expect(findGrade('1.4404')?.id).toBe('316L');
    expect(findGrade(' 1.4512 ')?.id).toBe('409');
    expect(findRod('er 309l')?.id).toBe('ER309L');
    for (const name of ['304 L', 'AISI 304L', 'SS304L', 'type 304-L', 'UNS S30403', 'EN 1.4307'])
      expect([name, findGrade(name)?.id]).toEqual([name, '304L']);
    expect(findGrade('Ni-resist D2')?.id).toBe('Ni-resist-D2');
    expect(findGrade('ss')).toBeUndefined();
    expect(findGrade('unobtainium')).toBeUndefined();
    expect(notInCatalogue('316X', GRADES)).toMatch(/did you mean 316 or 316L or .*\? it has 201, /);
    expect(notInCatalogue('unobtainium', GRADES)).not.toContain('did you mean');
  });
});

describe('families', () => {
  test('have plausible properties', () => {
    for (const {
      conductivityWPerMK,
      diffusivityMm2PerS,
      expansionPerK,
      densityKgPerM3,
      meltingRangeC,
      source,
    } of Object.values(FAMILIES)) {
      expect(conductivityWPerMK).toBeGreaterThan(8);
      expect(diffusivityMm2PerS).toBeGreaterThan(2);
      expect(expansionPerK).toBeGreaterThan(8e-6);
      expect(expansionPerK).toBeLessThan(30e-6);
      expect(densityKgPerM3).toBeGreaterThan(2000);
      expect(meltingRangeC[1]).toBeGreaterThan(meltingRangeC[0]);
      expect(source.length).toBeGreaterThan(5);
    }
  });

  // An analysis alone must lead back to the family; dual-nature grades may read as a neighbour.
  const NEIGHBOURS: Readonly<Record<string, readonly string[]>> = {
    'cast-austenitic': ['austenitic', 'duplex'],
    'cast-martensitic': ['martensitic'],
    'cast-duplex': ['duplex'],
    'nickel-cast-iron': ['cast-iron'],
    'low-alloy': ['carbon'],
    carbon: ['low-alloy'],
    'precipitation-hardening': ['martensitic', 'austenitic'],
    martensitic: ['ferritic'],
    ferritic: ['martensitic'],
  };
  // Metal outside this advice is told apart by test, not by analysis; old weld metal stands between families.
  const pieces = GRADES.filter(({ family, products }) => !isForeign(family) && !products.includes('weld'));
  test.each(pieces.map((grade) => [grade.id, grade] as const))(
    '%s is recognised by analysis',
    (_id, { family, typical }) => {
      expect([family, ...(NEIGHBOURS[family] ?? [])]).toContain(guessFamily(typical));
    },
  );
});

describe('data that points at other data', () => {
  test('item families name grades of the catalogue', () => {
    for (const { id, counts } of itemFamilies)
      for (const grade of Object.keys(counts)) expect([id, findGrade(grade)?.id]).toEqual([id, grade]);
  });
  test('marks name grades of the catalogue', () => {
    for (const [mark, grades] of Object.entries(marks.marks))
      for (const grade of grades) expect([mark, findGrade(grade)?.id]).toEqual([mark, grade]);
  });
  test('hot uses name entries of the catalogue', () => {
    for (const id of Object.keys(service.hotUse))
      if (id !== 'source' && id !== 'confidence') expect(findGrade(id)?.id).toBe(id);
  });
  test('outcome probabilities of a table add up to one for every rule', () => {
    for (const { id, model } of fieldTests as unknown as {
      id: string;
      model: { kind: string; rules?: { likelihood: Record<string, number> }[] };
    }[])
      for (const rule of model.rules ?? []) {
        const total = Object.values(rule.likelihood).reduce((sum, likelihood) => sum + likelihood, 0);
        expect([id, Math.abs(total - 1) < 1e-6]).toEqual([id, true]);
      }
  });
  test('every mechanism has a severity with a reason, and figures with a source', () => {
    for (const { id, source, confidence, severity } of RISK_MECHANISMS) {
      expect([id, severity.reason.length > 5, source.length > 20]).toEqual([id, true, true]);
      expect(['high', 'medium', 'low']).toContain(confidence);
      expect(severity.base).toBeGreaterThan(0);
    }
    expect(new Set(RISK_MECHANISMS.map(({ id }) => id)).size).toBe(RISK_MECHANISMS.length);
  });
});
