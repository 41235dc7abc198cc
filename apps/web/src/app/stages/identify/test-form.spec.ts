import { FIELD_TESTS, type TestEntry } from '@variatum/metallurgy';
import { TestBed } from '@angular/core/testing';
import { render, texts } from '../../../testing/render';
import { TestForm } from './test-form';

afterEach(() => TestBed.resetTestingModule());

const testOf = (id: string) => FIELD_TESTS.find((test) => test.id === id)!;
async function form(id: string): Promise<{ element: HTMLElement; logged: TestEntry[]; settle(): Promise<unknown> }> {
  const { element, fixture } = await render(TestForm, { test: testOf(id) });
  const logged: TestEntry[] = [];
  fixture.componentInstance.logged.subscribe((entry) => logged.push(entry));
  return { element, logged, settle: () => fixture.whenStable() };
}
const press = (element: HTMLElement, selector: string, text: string): void =>
  [...element.querySelectorAll<HTMLElement>(selector)].find(({ textContent }) => textContent?.trim() === text)?.click();
const type = (element: HTMLElement, label: string, text: string): void => {
  const labels = [...element.querySelectorAll('label')];
  const field = labels.find(({ textContent }) => textContent === label)?.control as HTMLInputElement;
  field.value = text;
  field.dispatchEvent(new Event('input'));
};

test('an outcome is logged by one touch, with the setting chosen before it', async () => {
  const { element, logged, settle } = await form('magnet');
  press(element, '[role="radio"]', 'at a bend');
  await settle();
  press(element, '.outcome', 'faint pull');
  expect(logged).toEqual([{ test: 'magnet', worked: 'bent', outcome: 'faint' }]);
});

test('a setting pressed again is left open', async () => {
  const { element, logged, settle } = await form('copper-sulphate');
  press(element, '[role="radio"]', 'filed');
  await settle();
  press(element, '[role="radio"]', 'filed');
  await settle();
  press(element, '.outcome', 'copper deposit');
  expect(logged).toEqual([{ test: 'copper-sulphate', outcome: 'deposit' }]);
});

test('a reading takes what was filled in, with comma or point, and leaves the rest out', async () => {
  const { element, logged, settle } = await form('analyser');
  await settle();
  type(element, 'Cr, %', '18,2');
  type(element, 'Ni, %', '8.1');
  await settle();
  element.querySelector('form')?.dispatchEvent(new Event('submit'));
  expect(logged).toEqual([{ test: 'analyser', reading: { Cr: 18.2, Ni: 8.1 } }]);
});

test('the hand-held analyser is not asked what it cannot see, the laboratory is', async () => {
  expect(texts((await form('analyser')).element, 'label')).not.toContain('C, %');
  expect(texts((await form('laboratory')).element, 'label')).toContain('C, %');
});

test('every test says how it is done, and its hazard where it has one', async () => {
  for (const test of FIELD_TESTS) {
    const { element } = await form(test.id);
    expect(element.textContent).toContain(test.how);
    expect(element.querySelectorAll('.caution').length).toBe(test.hazard ? 1 : 0);
  }
});
