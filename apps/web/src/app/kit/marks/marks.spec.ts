import { findFieldTest } from '@variatum/metallurgy';
import { mannerWords } from '@variatum/presentation';
import { TestBed } from '@angular/core/testing';
import { render, texts } from '../../../testing/render';
import { FerriteScale } from './ferrite-scale';
import { HelpNote } from './help-note';
import { Icon } from './icon';
import { ICONS } from './icons';
import { RiskMark } from './risk-mark';

describe('RiskMark', () => {
  test.each(['low', 'watch', 'high', 'do-not'] as const)(
    '%s is a word and a mark of its own, not a tone alone',
    async (level) => {
      const { element } = await render(RiskMark, { level });
      expect(element.textContent?.trim()).toBe(level.replace('-', ' '));
      expect(element.querySelector('svg')?.getAttribute('aria-hidden')).toBe('true');
      expect(element.querySelector('path, circle')).not.toBeNull();
    },
  );
  test('the four marks differ in shape', async () => {
    const shapes = new Set<string>();
    for (const level of ['low', 'watch', 'high', 'do-not']) {
      const { element } = await render(RiskMark, { level });
      shapes.add(element.querySelector('svg')?.innerHTML ?? '');
    }
    expect(shapes.size).toBe(4);
  });
});

describe('FerriteScale', () => {
  const bar = (element: HTMLElement): { x: number; width: number } => {
    const rect = element.querySelector('.bar') as SVGRectElement;
    return { x: Number(rect.getAttribute('x')), width: Number(rect.getAttribute('width')) };
  };
  test('gives low ferrite numbers the room, and stays on its rail', async () => {
    const { element, set } = await render(FerriteScale, { range: { median: 6, range90: [3, 9] } });
    const low = bar(element);
    await set('range', { median: 86, range90: [83, 89] });
    const high = bar(element);
    expect(low.width).toBeGreaterThan(3 * high.width);
    await set('range', { median: 400, range90: [0, 900] });
    expect(bar(element).x + bar(element).width).toBeLessThanOrEqual(100);
  });
  test('a range of nothing still shows', async () => {
    const { element } = await render(FerriteScale, { range: { median: 0, range90: [0, 0] } });
    expect(bar(element).width).toBeGreaterThan(0.5);
    expect(texts(element, '.labels span')).toEqual(['0', '3', '8', '15', '30', '60', '100']);
  });
});

test('settings of a test read as people say them', () => {
  const magnet = findFieldTest('magnet')!;
  expect(mannerWords(magnet, { worked: 'bent' })).toEqual(['at a bend']);
  expect(mannerWords(magnet, {})).toEqual([]);
  expect(mannerWords(findFieldTest('copper-sulphate')!, { filed: true })).toEqual(['filed']);
});

afterEach(() => TestBed.resetTestingModule());

describe('help note and icons', () => {
  test('a term opens in words and closes again', async () => {
    const { fixture, element } = await render(HelpNote, { about: 'dilution' });
    const button = element.querySelector('button') as HTMLButtonElement;
    expect(button.getAttribute('aria-label')).toBe('What is: Dilution');
    button.click();
    await fixture.whenStable();
    expect(document.querySelector('[role="note"]')?.textContent).toContain('base metal');
    button.click();
    await fixture.whenStable();
    expect(document.querySelector('[role="note"]')).toBeNull();
  });
  test('every icon draws something and hides from assistive technology', async () => {
    for (const name of Object.keys(ICONS)) {
      const { element, fixture } = await render(Icon, { name });
      const drawing = element.querySelector('svg');
      expect(drawing?.children.length).toBeGreaterThan(0);
      expect(drawing?.getAttribute('aria-hidden')).toBe('true');
      fixture.destroy();
    }
  });
});
