import { existsSync } from 'node:fs';

type Packaged = readonly [path: string, name: string];

/**
 * Programs of Debian's that browser tests may drive, and the package each comes in, the preferred first: the one that
 * is made to run without a screen draws the same pages for a third less of the processor.
 */
export const CHROMIUM_PROGRAMS: readonly [Packaged, ...Packaged[]] = [
  ['/usr/bin/chromium-headless-shell', 'chromium-headless-shell'],
  ['/usr/bin/chromium', 'chromium'],
];

const [[PREFERRED]] = CHROMIUM_PROGRAMS;

/** Path of the first of Debian's browsers that is there; of the preferred one when there is none. */
export const chromiumProgram = (): string => CHROMIUM_PROGRAMS.map(([path]) => path).find(existsSync) ?? PREFERRED;
