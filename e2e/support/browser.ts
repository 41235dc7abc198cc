import { chromiumProgram } from '../../apps/launcher/src/chromium';

/** Browser the stories, the pictures and the measurements are made with. */
export const BROWSER = chromiumProgram();

/** Flags it is started with. */
export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
