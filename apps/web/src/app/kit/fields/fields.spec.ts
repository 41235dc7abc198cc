import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { texts, render } from '../../../testing/render';
import { answered } from './answered';
import { ChoiceGroup } from './choice-group';
import { ChoiceSet } from './choice-set';
import { DateField } from './date-field';
import { errorsUnder } from './errors-under';
import { flowMeasure, judge, lengthMeasure, temperatureMeasure } from './measure';
import { fieldsOf, ownField, type FieldOf } from './field-of';
import { MeasureField } from './measure-field';
import { NumberField } from './number-field';
import { SwitchField } from './switch-field';
import { TextField } from './text-field';

const OPTIONS = [
  { value: 'a', title: 'First' },
  { value: 'b', title: 'Second' },
  { value: 'c', title: 'Third' },
];

/** A field that keeps nothing: what it was changed to is written down. */
const field = <Value>(value: Value, error?: string): FieldOf<Value> & { said: Value[] } => {
  const said: Value[] = [];
  return { value, error, said, change: (changed) => void said.push(changed) };
};
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
  test('what cannot be understood names forms that can, out of range the range in the user’s unit', () => {
    expect(judge(length, 'thick').error).toContain('16 ga');
    expect(judge(length, '900').error).toBe('give 0.1 mm to 300 mm');
    expect(judge(flowMeasure('cfh'), '900').error).toBe('give 0.2 cfh to 127 cfh');
  });
});

describe('measure field', () => {
  const measure = lengthMeasure('mm', [0.1, 300]);
  test('shows a known value in the user’s unit, and what was typed as it was typed', async () => {
    const { element, set } = await render(MeasureField, { label: 'Wall', measure, of: field(known(1.65)) });
    expect(element.querySelector('input')?.value).toBe('1.65 mm');
    await set('of', field({ value: 1.65, typed: '.065' }));
    expect(element.querySelector('input')?.value).toBe('.065');
    expect(texts(element, '.soft')).toEqual(['1.65 mm (0.065 in)']);
  });
  test('passes on a value with its text, and a text without a value when it means none', async () => {
    const of = field(NOT_GIVEN);
    const { element } = await render(MeasureField, { label: 'Wall', measure, of });
    type(element, '1/8');
    type(element, '1/8 of');
    expect(of.said).toEqual([
      { value: 3.175, typed: '1/8' },
      { value: null, typed: '1/8 of' },
    ]);
  });
  test('names a fault beside the field, its own before one from elsewhere', async () => {
    const { element, set } = await render(MeasureField, {
      label: 'Wall',
      measure,
      of: field({ value: null, typed: 'thick' }, 'does not fit'),
    });
    expect(texts(element, '.field-error')[0]).toMatch(/^not understood/);
    expect(element.querySelector('input')?.getAttribute('aria-invalid')).toBe('true');
    await set('of', field({ value: 2, typed: '2 mm' }, 'does not fit'));
    expect(texts(element, '.field-error')).toEqual(['does not fit']);
  });
});

describe('number field', () => {
  test('reads either decimal sign, keeps what was typed, and says NaN of what is no number', async () => {
    const of = field<number | null>(16);
    const { element, set } = await render(NumberField, { label: 'Fuse, A', of });
    type(element, '12,50');
    await set('of', { ...of, value: 12.5 });
    expect(element.querySelector('input')?.value).toBe('12,50');
    type(element, 'many');
    await set('of', { ...of, value: Number.NaN });
    expect(element.querySelector('input')?.value).toBe('many');
    type(element, '');
    expect(of.said).toEqual([12.5, Number.NaN, null]);
    await set('of', { ...of, value: 20 });
    expect(element.querySelector('input')?.value).toBe('20');
    await set('needed', true);
    type(element, '');
    expect(of.said[3]).toBeNaN();
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
    const { element, set } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, of: field('b') });
    const group = element.querySelector('[role="radiogroup"]') as HTMLElement;
    expect(document.getElementById(group.getAttribute('aria-labelledby') ?? '')?.textContent).toBe('Which');
    expect(radios(element).map((radio) => radio.getAttribute('aria-checked'))).toEqual(['false', 'true', 'false']);
    expect(radios(element).map(({ tabIndex }) => tabIndex)).toEqual([-1, 0, -1]);
    await set('of', field(null));
    expect(radios(element).map(({ tabIndex }) => tabIndex)).toEqual([0, -1, -1]);
  });

  test('answers by press; the answer given again is taken back where that may be', async () => {
    const of = field<string | null>('b');
    const { element, set } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, of });
    radios(element)[2]?.click();
    radios(element)[1]?.click();
    expect(of.said).toEqual(['c']);
    await set('clear', true);
    radios(element)[1]?.click();
    expect(of.said).toEqual(['c', null]);
  });

  test('arrow keys go round, Home and End to the ends, and answer nothing by themselves', async () => {
    const of = field('a');
    const { element } = await render(ChoiceGroup, { label: 'Which', options: OPTIONS, of });
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
    expect(of.said).toEqual([]);
  });

  test('two groups never share an id', async () => {
    const one = await render(ChoiceGroup, { label: 'One', options: OPTIONS, of: field(null) });
    const two = await render(ChoiceGroup, { label: 'Two', options: OPTIONS, of: field(null) });
    expect(one.element.querySelector('.label')?.id).not.toBe(two.element.querySelector('.label')?.id);
  });
});

describe('text field', () => {
  test('passes on what is typed at once, says when it was left, and names a fault beside it', async () => {
    const of = field('Rail');
    const { fixture, element, set } = await render(TextField, { label: 'Name', of });
    let left = 0;
    fixture.componentInstance.left.subscribe(() => left++);
    const input = element.querySelector('input') as HTMLInputElement;
    expect([element.querySelector('label')?.htmlFor, input.value]).toEqual([input.id, 'Rail']);
    type(element, 'Rails');
    input.dispatchEvent(new Event('change'));
    expect([of.said, left]).toEqual([['Rails'], 1]);
    await set('of', field('', 'give the piece a name'));
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(input.getAttribute('aria-describedby') ?? '')?.textContent).toBe(
      'give the piece a name',
    );
  });
  test('of several lines is a text area', async () => {
    const { element } = await render(TextField, { label: 'What it is', of: field('a'), lines: 3 });
    expect([element.querySelector('textarea')?.value, element.querySelector('input')]).toEqual(['a', null]);
  });
});

describe('choice set', () => {
  test('any number of answers may hold', async () => {
    const of = field(['a']);
    const { element, set } = await render(ChoiceSet, { label: 'Does', options: OPTIONS, of });
    const press = (index: number): void => element.querySelectorAll('button')[index]?.click();
    press(2);
    press(0);
    expect(of.said).toEqual([['a', 'c'], []]);
    await set('of', field(['b', 'c']));
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
  const of = field<string | undefined>(undefined);
  const { element } = await render(DateField, { label: 'From', of, latest: '2026-11-30' });
  type(element, '2026-11-25');
  type(element, '');
  expect([of.said, element.querySelector('input')?.max]).toEqual([['2026-11-25', undefined], '2026-11-30']);
});

test('fields of a thing are made once, change it by name, and carry what is wrong with them', () => {
  const changes: object[] = [];
  const of = fieldsOf({ name: 'Rail', wallMm: known(2) }, (change) => changes.push(change), {
    name: 'taken',
    'wallMm.value': 'too thin',
  });
  expect(of.name).toBe(of.name);
  expect([of.name.value, of.name.error, of.wallMm.error]).toEqual(['Rail', 'taken', 'too thin']);
  of.wallMm.change(NOT_GIVEN);
  expect(changes).toEqual([{ wallMm: NOT_GIVEN }]);
});

test('a field a page keeps for itself stands at what it was changed to', () => {
  const own = ownField('');
  own.change('typed');
  own.fault.set('too short');
  expect([own.value, own.error]).toEqual(['typed', 'too short']);
});

describe('parts of a thing', () => {
  test('what was left open is not answered; no and nought are', () => {
    expect(answered({ hot: null, cycling: false, dilution: 0, gas: undefined, note: '' })).toEqual({
      cycling: false,
      dilution: 0,
      note: '',
    });
  });
  test('what is wrong with one entry is not said of its neighbours', () => {
    const errors = { 'machines.1.volts': 'give 90 to 700 V', 'machines.10.name': 'give a name', name: 'too long' };
    expect(errorsUnder(errors, 'machines.1')).toEqual({ volts: 'give 90 to 700 V' });
    expect(errorsUnder(errors, 'rates')).toEqual({});
  });
});
