import { TestBed } from '@angular/core/testing';
import { render, texts } from '../../testing/render';
import { ChoiceGroup } from './choice-group';
import { FerriteScale } from './ferrite-scale';
import { RiskMark } from './risk-mark';
import { settingWords, testOf } from './words';

const OPTIONS = [
  { value: 'a', title: 'First' },
  { value: 'b', title: 'Second' },
  { value: 'c', title: 'Third' },
];

describe('ChoiceGroup', () => {
  const radios = (element: HTMLElement): HTMLElement[] => [...element.querySelectorAll<HTMLElement>('[role="radio"]')];
  const press = (target: HTMLElement, key: string): KeyboardEvent => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    target.dispatchEvent(event);
    return event;
  };

  test('names the group, marks the answer, and lets Tab in at the answer only', async () => {
    const { element, set } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, value: 'b' });
    const group = element.querySelector('[role="radiogroup"]') as HTMLElement;
    expect(document.getElementById(group.getAttribute('aria-labelledby') ?? '')?.textContent).toBe('Which');
    expect(radios(element).map((radio) => radio.getAttribute('aria-checked'))).toEqual(['false', 'true', 'false']);
    expect(radios(element).map(({ tabIndex }) => tabIndex)).toEqual([-1, 0, -1]);
    await set('value', null);
    expect(radios(element).map(({ tabIndex }) => tabIndex)).toEqual([0, -1, -1]);
  });

  test('answers by press, also by pressing the answer again', async () => {
    const { fixture, element } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, value: 'b' });
    const answers: unknown[] = [];
    fixture.componentInstance.chosen.subscribe((value) => answers.push(value));
    radios(element)[2]?.click();
    radios(element)[1]?.click();
    expect(answers).toEqual(['c', 'b']);
  });

  test('arrow keys go round, Home and End to the ends, and answer nothing by themselves', async () => {
    const { fixture, element } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, value: 'a' });
    const answers: unknown[] = [];
    fixture.componentInstance.chosen.subscribe((value) => answers.push(value));
    const [first, second, third] = radios(element) as [HTMLElement, HTMLElement, HTMLElement];
    first.focus();
    press(first, 'ArrowRight');
    expect(document.activeElement).toBe(second);
    press(second, 'End');
    expect(document.activeElement).toBe(third);
    press(third, 'ArrowDown');
    expect(document.activeElement).toBe(first);
    press(first, 'ArrowLeft');
    expect(document.activeElement).toBe(third);
    press(third, 'Home');
    expect(document.activeElement).toBe(first);
    expect(press(first, 'x').defaultPrevented).toBe(false);
    expect(answers).toEqual([]);
  });

  test('two groups never share an id', async () => {
    const one = await render(ChoiceGroup, { label: 'One', options: OPTIONS, value: null });
    const two = await render(ChoiceGroup, { label: 'Two', options: OPTIONS, value: null });
    expect(one.element.querySelector('.label')?.id).not.toBe(two.element.querySelector('.label')?.id);
  });
});

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
  const magnet = testOf('magnet')!;
  expect(settingWords(magnet, { worked: 'bent' })).toEqual(['at a bend']);
  expect(settingWords(magnet, {})).toEqual([]);
  expect(settingWords(testOf('copper-sulphate')!, { filed: true })).toEqual(['filed']);
});

afterEach(() => TestBed.resetTestingModule());
