import { TestBed } from '@angular/core/testing';
import { NumberPad } from './number-pad';

test('a number is given by its keys or a keyboard, once it is long enough, and never stands in words', () => {
  const fixture = TestBed.createComponent(NumberPad);
  const given: string[] = [];
  fixture.componentInstance.number.subscribe((number) => given.push(number));
  fixture.detectChanges();
  const element = fixture.nativeElement as HTMLElement;
  const press = (name: string): void => {
    const button = [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === name);
    button?.click();
    fixture.detectChanges();
  };
  const type = (key: string): boolean => dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
  for (const figure of '258') press(figure);
  press('OK');
  expect(given).toEqual([]);
  type('0');
  fixture.detectChanges();
  expect(element.textContent).not.toContain('2580');
  expect(element.querySelectorAll('.full')).toHaveLength(4);
  press('OK');
  expect(given).toEqual(['2580']);
  // Taken back by a key, cleared by another, and given with Enter.
  for (const key of ['1', '1', 'Backspace', '9', 'x', '9', '9']) type(key);
  type('Enter');
  expect(given).toEqual(['2580', '1999']);
  for (const figure of '123456789') press(figure);
  press('OK');
  expect(given.at(-1)).toBe('12345678');
});
