import {
  nextStep,
  stepsOf,
  type ArcRun,
  type FollowedStep,
  type PassLog,
  type SeamQuestion,
  type WeldStep,
} from '@variatum/metallurgy';
import { tackPlacesMm, type JointSeam, type SeamTacks } from '../questions';

/** Steps of a joint, tacks first; of one whose sizes are not known its runs alone. */
export const plannedSteps = (
  seam: JointSeam | null,
  tacks: SeamTacks | null,
  runs: readonly ArcRun[],
): readonly WeldStep[] =>
  stepsOf({ tacksMm: seam && tacks ? tackPlacesMm(tacks, seam) : [], tackMm: tacks?.lengthMm ?? 0, runs });

/**
 * What is next at a joint; null: nothing, or another person has to be waited for. A seam of which no sizes are known is
 * welded all the same: each bead is one more.
 * @param person which of two; null: whoever
 */
export const nextAtJoint = (
  steps: readonly FollowedStep[],
  person: 0 | 1 | null,
  { beads }: Pick<PassLog, 'beads'>,
): FollowedStep | null =>
  steps.length > 0
    ? nextStep(steps, person)
    : {
        bead: 'run',
        pass: 0,
        number: beads.length,
        fromMm: 0,
        toMm: 0,
        person: 0,
        restS: 0,
        state: 'open',
        goesOnMm: 0,
        endsMm: 0,
      };

/** An order of a seam, as it was planned and as it comes out. */
export interface RedoneOrder {
  readonly planned: { readonly seam: SeamQuestion; readonly runs: readonly ArcRun[] };
  readonly now: { readonly seam: SeamQuestion; readonly runs: readonly ArcRun[] };
}

/**
 * An order with runs as they were made, with the heat they had, and those that are left; null while none was made.
 */
export function redoneOrder(
  seam: SeamQuestion,
  runs: readonly ArcRun[],
  steps: readonly FollowedStep[],
  { beads }: Pick<PassLog, 'beads'>,
): RedoneOrder | null {
  const made = beads.flatMap(({ bead, pass, fromMm, toMm, person, amps, travelMmPerS }) =>
    bead === 'run' && travelMmPerS !== null && amps !== null
      ? [{ run: { pass, fromMm, toMm, person, restS: 0 }, amps, travelMmPerS }]
      : [],
  );
  if (made.length === 0) return null;
  // Each pass as its own runs were made; one that was not begun as planned.
  const arcs = seam.arcs.map((planned, pass) => {
    const own = made.filter(({ run }) => run.pass === pass);
    const mean = (of: (one: (typeof made)[number]) => number): number =>
      own.reduce((sum, one) => sum + of(one), 0) / own.length;
    return own.length === 0
      ? planned
      : { ...planned, amps: mean(({ amps }) => amps), travelMmPerS: mean(({ travelMmPerS }) => travelMmPerS) };
  });
  const left = steps
    .filter(({ bead, state }) => bead === 'run' && state !== 'done')
    .map(({ pass, goesOnMm, endsMm, person, restS }) => ({ pass, fromMm: goesOnMm, toMm: endsMm, person, restS }));
  return {
    planned: { seam, runs },
    now: { seam: { ...seam, arcs }, runs: [...made.map(({ run }) => run), ...left] },
  };
}

/** Seconds a bead takes by the plan; null: not known. */
export function plannedSeconds(
  about:
    | (Pick<FollowedStep, 'fromMm' | 'toMm'> & { readonly bead: string } & Partial<
          Pick<FollowedStep, 'goesOnMm' | 'endsMm'>
        >)
    | null,
  tackSeconds: readonly [number, number] | undefined,
  travelMmPerS: number | undefined,
): number | null {
  if (!about || about.bead === 'tack') return tackSeconds ? (tackSeconds[0] + tackSeconds[1]) / 2 : null;
  return travelMmPerS ? Math.abs((about.endsMm ?? about.toMm) - (about.goesOnMm ?? about.fromMm)) / travelMmPerS : null;
}
