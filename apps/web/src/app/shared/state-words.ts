import type { JobState, Stage } from '@variatum/contracts';
import type { SaveState } from '../data/autosave';

/** Names of the board's columns. */
export const STATE_WORDS: Readonly<Record<JobState, string>> = {
  bench: 'On the bench',
  waiting: 'Waiting for parts',
  inspect: 'To be inspected',
  out: 'Out',
};

/** Names of the stages. */
export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  job: 'Job',
  pieces: 'Pieces',
  identify: 'Identify',
  joint: 'Joint',
  rod: 'Rod',
};

/** How saving stands, in words. */
export const saveWords = (state: SaveState): string =>
  ({
    saved: 'Saved',
    saving: 'Saving',
    offline: 'Not saved yet: the server does not answer. Your entries wait here and go on their own.',
    conflict: 'Somebody else changed the same field: decide below',
    refused: 'Something is not saved: see the marked field',
  })[state];
