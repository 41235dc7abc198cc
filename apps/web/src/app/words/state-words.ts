import type { BoardColumnName, JobState } from '@variatum/contracts';
import { type SaveState } from '../sync';

/** Names of the board's columns. */
export const COLUMN_WORDS: Readonly<Record<BoardColumnName, string>> = {
  identify: 'Being identified',
  weld: 'To weld',
  judge: 'To be judged',
  out: 'Out',
};

/** What a person says of where a job stands. */
export const STATE_WORDS: Readonly<Record<JobState, string>> = {
  bench: 'As its record has it',
  waiting: 'Waits for something outside',
  inspect: 'To be judged',
  out: 'Out',
};

/** What waits, and that nobody need do anything about it. */
const waits = (count: number, when: string): string =>
  count === 1
    ? `1 entry waits here and will go ${when.replace('themselves', 'itself')}.`
    : `${count} entries wait here and will go ${when}.`;

/**
 * How saving stands, in words.
 * @param waiting entries that have not arrived
 * @param others entries others typed at this browser, which wait for them
 */
export const saveWords = (state: SaveState, waiting = 0, others = 0): string =>
  ({
    saved:
      others === 0
        ? 'Saved'
        : `Saved; ${others === 1 ? 'an entry' : `${others} entries`} of somebody else here waits for them`,
    saving: 'Saving',
    unreachable: `Not yet known to be saved: the server does not answer. ${waits(waiting, 'by themselves')}`,
    'not-known': `Not known whether it is saved: asking again. ${waits(waiting, 'by themselves')}`,
    unable: `Not saved yet: the server cannot store anything just now. ${waits(waiting, 'by themselves')}`,
    busy: `Not saved yet: the server asks to wait. ${waits(waiting, 'by themselves')}`,
    'unknown-person': `Not saved yet: sign in again. ${waits(waiting, 'then')}`,
    aside: 'Not all is saved: an entry is set aside, see above',
    conflict: 'Somebody else changed the same field: decide below',
    refused: 'Something is not saved: see the marked field',
  })[state];
