import { texts, render } from '../../testing/render';
import { HelpNote } from './help-note';
import { Icon } from './icon';
import { ICONS } from './icons';
import { flowMeasure, judge, lengthMeasure, temperatureMeasure } from './measure';
import { MeasureField } from './measure-field';
import { NumberField } from './number-field';

const type = (element: HTMLElement, text: string): void => {
  const field = element.querySelector('input') as HTMLInputElement;
  field.value = text;
  field.dispatchEvent(new Event('input'));
};

describe('what a text comes to', () => {
  const length = lengthMeasure('mm', [0.1, 300]);
  test('nothing is no value and no fault', () => {
    expect(judge(length, '  ')).toEqual({ value: null, understood: null, error: null });
  });
  test('a form people type is a value and words for it', () => {
    expect(judge(length, '1/16"')).toMatchObject({ value: expect.closeTo(1.5875, 4), error: null });
    expect(judge(length, '16 ga').understood).toContain('16 gauge');
    expect(judge(flowMeasure('L/min'), '15 cfh').value).toBeCloseTo(7.08, 2);
    expect(judge(temperatureMeasure('°C', [-273, 1400]), '300 F').value).toBeCloseTo(148.9, 1);
  });
  test('what cannot be understood names forms that can, what is out of range names the range in the user’s unit', () => {
    expect(judge(length, 'thick').error).toContain('16 ga');
    expect(judge(length, '900').error).toBe('give 0.1 mm to 300 mm');
    expect(judge(flowMeasure('cfh'), '900').error).toBe('give 0.2 cfh to 127 cfh');
  });
});

describe('measure field', () => {
  const measure = lengthMeasure('mm', [0.1, 300]);
  test('shows a known value in the user’s unit, and what was typed as it was typed', async () => {
    const { element, set } = await render(MeasureField, { label: 'Wall', measure, value: 1.65, text: '' });
    expect(element.querySelector('input')?.value).toBe('1.65 mm');
    await set('text', '.065');
    expect(element.querySelector('input')?.value).toBe('.065');
    expect(texts(element, '.soft')).toEqual(['1.65 mm (0.065 in)']);
  });
  test('passes on a value with its text, and a text without a value when it means none', async () => {
    const { fixture, element } = await render(MeasureField, { label: 'Wall', measure, value: null, text: '' });
    const said: unknown[] = [];
    fixture.componentInstance.changed.subscribe((change) => said.push(change));
    type(element, '1/8');
    type(element, '1/8 of');
    expect(said).toEqual([
      { value: 3.175, text: '1/8' },
      { value: null, text: '1/8 of' },
    ]);
  });
  test('names a fault beside the field, its own before one from elsewhere', async () => {
    const { element, set } = await render(MeasureField, {
      label: 'Wall',
      measure,
      value: null,
      text: 'thick',
      otherError: 'does not fit',
    });
    expect(texts(element, '.field-error')[0]).toMatch(/^not understood/);
    expect(element.querySelector('input')?.getAttribute('aria-invalid')).toBe('true');
    await set('text', '2 mm');
    expect(texts(element, '.field-error')).toEqual(['does not fit']);
  });
});

describe('number field', () => {
  test('reads either decimal sign, keeps what was typed, and says NaN of what is no number', async () => {
    const { fixture, element, set } = await render(NumberField, { label: 'Fuse, A', value: 16 });
    const said: (number | null)[] = [];
    fixture.componentInstance.changed.subscribe((value) => said.push(value));
    type(element, '12,50');
    await set('value', 12.5);
    expect(element.querySelector('input')?.value).toBe('12,50');
    type(element, 'many');
    await set('value', Number.NaN);
    expect(element.querySelector('input')?.value).toBe('many');
    type(element, '');
    expect(said).toEqual([12.5, Number.NaN, null]);
    await set('value', 20);
    expect(element.querySelector('input')?.value).toBe('20');
  });
});

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
