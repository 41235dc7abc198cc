import { TestBed } from '@angular/core/testing';
import { PersonSettings } from './person-settings';

afterEach(() => localStorage.clear());

test('theme, text size and hand show on the page and are remembered', () => {
  const settings = TestBed.inject(PersonSettings);
  settings.theme.set('day');
  settings.toggleTheme();
  settings.textSize.set('largest');
  settings.hand.set('left');
  TestBed.tick();
  const root = document.documentElement;
  expect([root.dataset['theme'], root.dataset['hand'], root.style.fontSize]).toEqual(['dim', 'left', '20px']);

  TestBed.resetTestingModule();
  const later = TestBed.inject(PersonSettings);
  expect([later.theme(), later.textSize(), later.hand()]).toEqual(['dim', 'largest', 'left']);
});

test('what is remembered but unknown counts as nothing', () => {
  localStorage.setItem('variatum hand', 'third');
  expect(TestBed.inject(PersonSettings).hand()).toBe('right');
});

test('a closed storage leaves the page working', () => {
  const closed = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('closed');
  });
  const settings = TestBed.inject(PersonSettings);
  settings.hand.set('left');
  expect(() => TestBed.tick()).not.toThrow();
  expect(settings.hand()).toBe('left');
  closed.mockRestore();
});

test('paper is printed by day, and the page is dim again afterwards', () => {
  const settings = TestBed.inject(PersonSettings);
  settings.theme.set('dim');
  TestBed.tick();
  dispatchEvent(new Event('beforeprint'));
  expect(document.documentElement.dataset['theme']).toBe('day');
  dispatchEvent(new Event('afterprint'));
  expect(document.documentElement.dataset['theme']).toBe('dim');
});
