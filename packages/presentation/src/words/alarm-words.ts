import type { StandingAlarm } from '@variatum/contracts';
import { ppmWords } from './doing-words';

/** What a program that listens to meters is not. */
export const NO_PERSONAL_ALARM = 'This replaces no alarm worn on the body.';

/** What a meter calls for, and what is to be done. @param meter its name */
export function alarmWords(
  { what, ppm }: Pick<StandingAlarm, 'what' | 'ppm'>,
  meter: string,
): { readonly what: string; readonly about: string } {
  switch (what) {
    case 'room-oxygen':
      return {
        what: 'Leave the room. Too little oxygen.',
        about: `${(ppm / 10_000).toFixed(1)} % oxygen by ${meter}. ${NO_PERSONAL_ALARM}`,
      };
    case 'oxygen-rose':
      return {
        what: 'Arc out. Oxygen rises behind the root.',
        about:
          `${ppmWords(ppm)} ppm by ${meter}. Look at tape, plugs, hose and cylinder; ` +
          'it ends when it is clean again.',
      };
    case 'meter-silent':
      return {
        what: `${meter} is silent.`,
        about:
          `It showed ${ppmWords(ppm)} ppm last. Look at its cable and its battery: ` +
          'nobody knows what it would show now.',
      };
  }
}
