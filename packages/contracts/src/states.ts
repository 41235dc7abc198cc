/** What a person says of where a job stands: `bench` leaves it to the record. */
export const JOB_STATES = ['bench', 'waiting', 'inspect', 'out'] as const;
export type JobState = (typeof JOB_STATES)[number];

/** Where a job stands by its record, in the order of the work. */
export const STANDINGS = ['came-in', 'identify', 'ready', 'welding', 'judge', 'out'] as const;
export type Standing = (typeof STANDINGS)[number];

/** Columns of the board, in the order of the work. */
export const BOARD_COLUMNS = ['identify', 'weld', 'judge', 'out'] as const;
export type BoardColumnName = (typeof BOARD_COLUMNS)[number];
/** What stands in each. */
export const STANDINGS_OF: Readonly<Record<BoardColumnName, readonly Standing[]>> = {
  identify: ['came-in', 'identify'],
  weld: ['ready', 'welding'],
  judge: ['judge'],
  out: ['out'],
};

/** Stages of the work that exist so far, in its order. */
export const STAGES = ['job', 'pieces', 'identify', 'joint', 'rod', 'prepare', 'weld', 'inspect', 'record'] as const;
/** A stage of the work. */
export type Stage = (typeof STAGES)[number];
