import type { JobDetail, Stage, LoggedEntry } from '@variatum/contracts';
import { activeJoints, activePieces } from '@variatum/job';

/** A step of the guided first repair. */
export interface GuideStep {
  readonly id: string;
  readonly stage: Stage;
  readonly title: string;
  /** What to do. */
  readonly act: string;
  /** What it shows, said once it is done. */
  readonly learned: string;
  readonly done: (job: JobDetail) => boolean;
}

const hasTest = (job: JobDetail, test: string, holds: (entry: LoggedEntry) => boolean = () => true): boolean =>
  activePieces(job).some(({ tests }) =>
    tests.some(({ entry, struckOutAt }) => struckOutAt === null && entry.test === test && holds(entry)),
  );

/** The job the guide works on; invented, like everything in the demo. */
export const GUIDED_JOB = {
  title: 'Tram-stop handrail, guided repair',
  item: 'Rail split at the upper bend after a knock. Nobody knows what it is made of.',
} as const;

/** The steps, in the order of the work. Each is done when the job shows it, however the person got there. */
export const GUIDE_STEPS: readonly GuideStep[] = [
  {
    id: 'service',
    stage: 'job',
    title: 'Say what it must live through',
    act: 'A handrail stands in the rain: under "Surroundings" choose what comes nearest.',
    learned: 'What is left open counts as unknown, not as harmless.',
    done: ({ service }) => service.environment !== undefined,
  },
  {
    id: 'piece',
    stage: 'pieces',
    title: 'Add the rail',
    act: 'Press "Add a piece". A crack has one base metal, so one piece is enough.',
    learned: 'The standing answer is there at once: wide, because almost nothing is known.',
    done: (job) => activePieces(job).length > 0,
  },
  {
    id: 'size',
    stage: 'pieces',
    title: 'Give its form and size',
    act: 'Choose the form tube, then type 42.4 x 2 mm under "Size as people say it" and leave the field.',
    learned: 'The section is drawn to scale. Inches, gauge numbers and schedules are understood too.',
    done: (job) => activePieces(job).some(({ form, thicknessMm }) => form === 'tube' && thicknessMm.value !== null),
  },
  {
    id: 'straight',
    stage: 'identify',
    title: 'Hold a magnet to the straight',
    act: 'Open the magnet test, choose "flat, not worked", then log "no pull".',
    learned: 'Ferritic, martensitic and carbon steel all but leave the list: they pull everywhere.',
    done: (job) => hasTest(job, 'magnet', ({ worked, outcome }) => worked === 'soft' && outcome === 'none'),
  },
  {
    id: 'bend',
    stage: 'identify',
    title: 'Now hold it to the bend',
    act: 'Open the magnet test again: "at a bend", "faint pull".',
    learned: 'Bending turned some of the austenite to martensite. A trap: by this pull alone it looks ferritic.',
    done: (job) => hasTest(job, 'magnet', ({ worked }) => worked === 'bent'),
  },
  {
    id: 'molybdenum',
    stage: 'identify',
    title: 'Ask for molybdenum',
    act: 'Open the molybdenum spot test and log "none seen".',
    learned: '316 leaves the list. What is left is the 304 and 201 family, which the same rod serves.',
    done: (job) => hasTest(job, 'molybdenum-spot'),
  },
  {
    id: 'joint',
    stage: 'joint',
    title: 'Describe the joint',
    act: 'Choose the type crack and the process gas tungsten arc.',
    learned: 'Type, thickness and technique say how much base metal melts into the bead: its dilution.',
    done: (job) => activeJoints(job).length > 0,
  },
  {
    id: 'rod',
    stage: 'rod',
    title: 'Read the answer and decide',
    act: 'Look at the ranking, the map and the reasons; then press "Decide on" below the rod you would take.',
    learned: 'The decision is kept with everything it rested on. It can be read, and reckoned again, years later.',
    done: ({ decisions }) => decisions.length > 0,
  },
];
