import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { texts, render } from '../../../testing/render';
import { ChoiceGroup } from './choice-group';
import { ChoiceSet } from './choice-set';
import { DateField } from './date-field';
import { flowMeasure, judge, lengthMeasure, temperatureMeasure } from './measure';
import { MeasureField } from './measure-field';
import { NumberField } from './number-field';
import { SwitchField } from './switch-field';
import { TextField } from './text-field';

const OPTIONS = [
  { value: 'a', title: 'First' },
  { value: 'b', title: 'Second' },
  { value: 'c', title: 'Third' },
];

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
    const { element, set } = await render(MeasureField, { label: 'Wall', measure, quantity: known(1.65) });
    expect(element.querySelector('input')?.value).toBe('1.65 mm');
    await set('quantity', { value: 1.65, typed: '.065' });
    expect(element.querySelector('input')?.value).toBe('.065');
    expect(texts(element, '.soft')).toEqual(['1.65 mm (0.065 in)']);
  });
  test('passes on a value with its text, and a text without a value when it means none', async () => {
    const { fixture, element } = await render(MeasureField, { label: 'Wall', measure, quantity: NOT_GIVEN });
    const said: unknown[] = [];
    fixture.componentInstance.changed.subscribe((change) => said.push(change));
    type(element, '1/8');
    type(element, '1/8 of');
    expect(said).toEqual([
      { value: 3.175, typed: '1/8' },
      { value: null, typed: '1/8 of' },
    ]);
  });
  test('names a fault beside the field, its own before one from elsewhere', async () => {
    const { element, set } = await render(MeasureField, {
      label: 'Wall',
      measure,
      quantity: { value: null, typed: 'thick' },
      otherError: 'does not fit',
    });
    expect(texts(element, '.field-error')[0]).toMatch(/^not understood/);
    expect(element.querySelector('input')?.getAttribute('aria-invalid')).toBe('true');
    await set('quantity', { value: 2, typed: '2 mm' });
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

describe('text field', () => {
  test('passes on what is typed at once, says when it was left, and names a fault beside it', async () => {
    const { fixture, element, set } = await render(TextField, { label: 'Name', value: 'Rail' });
    const said: (string | null)[] = [];
    fixture.componentInstance.changed.subscribe((text) => said.push(text));
    fixture.componentInstance.left.subscribe(() => said.push(null));
    const field = element.querySelector('input') as HTMLInputElement;
    expect([element.querySelector('label')?.htmlFor, field.value]).toEqual([field.id, 'Rail']);
    type(element, 'Rails');
    field.dispatchEvent(new Event('change'));
    expect(said).toEqual(['Rails', null]);
    await set('error', 'give the piece a name');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(field.getAttribute('aria-describedby') ?? '')?.textContent).toBe(
      'give the piece a name',
    );
  });
  test('of several lines is a text area', async () => {
    const { element } = await render(TextField, { label: 'What it is', value: 'a', lines: 3 });
    expect([element.querySelector('textarea')?.value, element.querySelector('input')]).toEqual(['a', null]);
  });
});

describe('choice set', () => {
  test('any number of answers may hold', async () => {
    const { fixture, element, set } = await render(ChoiceSet, { label: 'Does', options: OPTIONS, values: ['a'] });
    const said: unknown[] = [];
    fixture.componentInstance.changed.subscribe((values) => said.push(values));
    const press = (index: number): void => element.querySelectorAll('button')[index]?.click();
    press(2);
    press(0);
    expect(said).toEqual([['a', 'c'], []]);
    await set('values', ['b', 'c']);
    expect([...element.querySelectorAll('button')].map((one) => one.getAttribute('aria-pressed'))).toEqual([
      'false',
      'true',
      'true',
    ]);
  });
});

test('a switch says what it was set to', async () => {
  const { fixture, element } = await render(SwitchField, { on: false });
  const said: boolean[] = [];
  fixture.componentInstance.changed.subscribe((on) => said.push(on));
  element.querySelector('input')?.click();
  expect(said).toEqual([true]);
});

test('a day is said as the database writes it, and lies within its limits', async () => {
  const { fixture, element } = await render(DateField, { label: 'From', value: '', latest: '2026-11-30' });
  const said: string[] = [];
  fixture.componentInstance.changed.subscribe((day) => said.push(day));
  type(element, '2026-11-25');
  expect([said, element.querySelector('input')?.max]).toEqual([['2026-11-25'], '2026-11-30']);
});
