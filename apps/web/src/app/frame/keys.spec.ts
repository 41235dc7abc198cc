import { ChangeDetectionStrategy, Component } from '@angular/core';
import { render, texts } from '../../testing/render';
import { KeySheet } from './key-sheet';
import { KEYS, onKey } from './keys';

const heard: string[] = [];

@Component({ template: '<input />', changeDetection: ChangeDetectionStrategy.OnPush })
class Listener {
  constructor() {
    onKey('find', () => heard.push('find'));
    onKey('takeBack', () => heard.push('take back'));
    onKey('stage', ({ code }) => heard.push(code));
    onKey('sheet', () => heard.push('sheet'));
  }
}

const press = (target: EventTarget, key: string, more: KeyboardEventInit = {}): KeyboardEvent => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  target.dispatchEvent(event);
  return event;
};
beforeEach(() => void heard.splice(0));

test('keys are answered once each, and no others', async () => {
  const { element } = await render(Listener, {});
  expect(press(element, 'k', { ctrlKey: true }).defaultPrevented).toBe(true);
  press(element, 'z', { ctrlKey: true });
  press(element, '3', { code: 'Digit3', altKey: true });
  press(element, '?', { shiftKey: true });
  expect(press(element, 'z', { ctrlKey: true, shiftKey: true }).defaultPrevented).toBe(false);
  press(element, 'k');
  expect(heard).toEqual(['find', 'take back', 'Digit3', 'sheet']);
});

test('inside a field a key belongs to the text, unless it is meant from anywhere', async () => {
  const field = (await render(Listener, {})).element.querySelector('input') as HTMLInputElement;
  expect(press(field, 'z', { ctrlKey: true }).defaultPrevented).toBe(false);
  press(field, '?', { shiftKey: true });
  press(field, 'k', { ctrlKey: true });
  expect(heard).toEqual(['find']);
});

test('whoever is gone answers no more', async () => {
  const { element, fixture } = await render(Listener, {});
  fixture.destroy();
  press(element.ownerDocument, 'k', { ctrlKey: true });
  expect(heard).toEqual([]);
});

test('the sheet shows every key there is', async () => {
  const { element } = await render(KeySheet, {});
  expect(texts(element, 'dt')).toEqual(Object.values(KEYS).map(({ shown }) => shown));
});
