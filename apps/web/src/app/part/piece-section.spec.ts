import { roundBelow } from '@variatum/presentation';
import fc from 'fast-check';
import { render, texts } from '../../testing/render';
import { PieceSection } from './piece-section';
import { SECTION_HEIGHT, SECTION_WIDTH, sectionOf } from './section-geometry';

describe('section of a piece', () => {
  test('a tube is a ring to scale', () => {
    const section = sectionOf({ form: 'tube', outsideMm: 42.4, thicknessMm: 2 });
    const radii = [...(section?.metal ?? '').matchAll(/a([\d.]+) /g)].map(([, r]) => Number(r));
    expect(Math.max(...radii) / Math.min(...radii)).toBeCloseTo(42.4 / 38.4, 6);
    expect(section?.sizes.map(({ what, mm }) => [what, mm])).toEqual([
      ['outside', 42.4],
      ['wall', 2],
    ]);
  });
  test('a bar is solid; a flat piece has its thickness only; nothing known draws nothing', () => {
    expect(sectionOf({ form: 'bar', outsideMm: 28, thicknessMm: null })?.sizes).toHaveLength(1);
    expect(sectionOf({ form: 'plate', outsideMm: 300, thicknessMm: 12 })?.sizes).toMatchObject([{ what: 'thickness' }]);
    expect(sectionOf({ form: 'tube', outsideMm: null, thicknessMm: null })).toBeNull();
  });
  test('any piece stays inside the drawing, and its sizes are drawn at its scale', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('tube', 'bar', 'sheet', 'casting', null),
        fc.option(fc.double({ min: 1, max: 3000, noNaN: true })),
        fc.option(fc.double({ min: 0.1, max: 300, noNaN: true })),
        (form, outsideMm, thicknessMm) => {
          const section = sectionOf({ form, outsideMm, thicknessMm });
          if (!section) return;
          for (const { from, to, mm } of section.sizes) {
            for (const [x, y] of [from, to]) {
              expect(x).toBeGreaterThanOrEqual(0);
              expect(x).toBeLessThanOrEqual(SECTION_WIDTH);
              expect(y).toBeGreaterThanOrEqual(0);
              expect(y).toBeLessThanOrEqual(SECTION_HEIGHT);
            }
            expect(Math.hypot(to[0] - from[0], to[1] - from[1])).toBeCloseTo(mm * section.scale, 6);
          }
          expect(section.barMm * section.scale).toBeLessThanOrEqual(50.0001);
        },
      ),
    );
  });
  test('a scale bar has a round length', () => {
    expect([0.7, 1, 4.9, 5, 23, 180].map(roundBelow)).toEqual([0.5, 1, 2, 5, 20, 100]);
  });
  test('says in words what it shows', async () => {
    const piece = { name: 'Rail', form: 'tube', outsideMm: 38.1, thicknessMm: 1.651 };
    const { element, set } = await render(PieceSection, { piece });
    const label = (): string | null | undefined => element.querySelector('svg')?.getAttribute('aria-label');
    expect(label()).toBe('Rail, tube, in section to scale: outside 38.1 mm, wall 1.65 mm');
    await set('unit', 'in');
    expect(label()).toBe('Rail, tube, in section to scale: outside 1 1/2 in, wall 0.065 in');
    expect(texts(element, 'text')).toContain('1 1/2 in');
    await set('piece', { name: 'Rail', form: null, outsideMm: null, thicknessMm: null });
    expect(element.querySelector('svg')).toBeNull();
  });
});
