import { effect, signal, type WritableSignal } from '@angular/core';

/**
 * A choice of this person on this machine, remembered by the browser. To be called where effects may be made. Where the
 * browser's storage is closed, the choice lasts as long as the page.
 * @param usual taken while nothing known is remembered
 */
export function rememberedChoice<Choice extends string>(
  key: string,
  choices: readonly Choice[],
  usual: Choice,
): WritableSignal<Choice> {
  const choice = signal(read(key, choices) ?? usual);
  effect(() => {
    const value = choice();
    try {
      localStorage.setItem(key, value);
    } catch {
      // Closed storage: nothing to remember it by.
    }
  });
  return choice;
}

function read<Choice extends string>(key: string, choices: readonly Choice[]): Choice | undefined {
  try {
    const stored = localStorage.getItem(key);
    return choices.find((choice) => choice === stored);
  } catch {
    return undefined;
  }
}
