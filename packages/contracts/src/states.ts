/** Where a job may stand on the board. */
export const JOB_STATES = ['bench', 'waiting', 'inspect', 'out'] as const;
/** Where a job stands on the board. */
export type JobState = (typeof JOB_STATES)[number];

/** Stages of the work that exist so far, in its order. */
export const STAGES = ['job', 'pieces', 'identify', 'joint', 'rod', 'prepare', 'weld', 'inspect', 'record'] as const;
/** A stage of the work. */
export type Stage = (typeof STAGES)[number];
