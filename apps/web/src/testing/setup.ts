import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

// The browser has these; the page Jest makes has not.
globalThis.structuredClone ??= <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value;
if (!('randomUUID' in globalThis.crypto))
  Object.defineProperty(globalThis.crypto, 'randomUUID', {
    value: () =>
      '10000000-1000-4000-8000-100000000000'.replace(/[018]/g, (digit) =>
        (Number(digit) ^ (Math.floor(Math.random() * 16) & (15 >> (Number(digit) / 4)))).toString(16),
      ),
  });
