import { render } from '../../testing/render';
import { Tabs } from './tabs';

const OPTIONS = [
  { value: 'a', title: 'A · Rail' },
  { value: 'b', title: 'B · Bracket' },
  { value: 'c', title: 'C · Foot' },
];
const tabs = (element: HTMLElement): HTMLElement[] => [...element.querySelectorAll<HTMLElement>('[role="tab"]')];

test('the tab shown is the one Tab enters at, and it names what is shown', async () => {
  const { element, set } = await render(Tabs, { label: 'Piece', options: OPTIONS, value: 'b' });
  expect(tabs(element).map((tab) => [tab.getAttribute('aria-selected'), tab.tabIndex])).toEqual([
    ['false', -1],
    ['true', 0],
    ['false', -1],
  ]);
  const panel = element.querySelector('[role="tabpanel"]') as HTMLElement;
  expect(tabs(element)[1]?.getAttribute('aria-controls')).toBe(panel.id);
  expect(panel.getAttribute('aria-labelledby')).toBe(tabs(element)[1]?.id);
  await set('value', 'gone');
  expect(tabs(element)[0]?.tabIndex).toBe(0);
});

test('arrow keys go round and show what they come to', async () => {
  const { element, fixture } = await render(Tabs, { label: 'Piece', options: OPTIONS, value: 'c' });
  const shown: unknown[] = [];
  fixture.componentInstance.chosen.subscribe((value) => shown.push(value));
  const press = (index: number, key: string): void =>
    void tabs(element)[index]?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  press(2, 'ArrowRight');
  expect(document.activeElement).toBe(tabs(element)[0]);
  press(0, 'ArrowLeft');
  press(2, 'Home');
  press(2, 'x');
  tabs(element)[1]?.click();
  expect(shown).toEqual(['a', 'c', 'a', 'b']);
});
