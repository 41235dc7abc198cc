import {
  cleanUp,
  filmsOfColour,
  GREY,
  keepsToTint,
  type AcceptanceProfile,
  type CleanUpStep,
  type MaterialFamily,
  type Verdict,
} from '@variatum/metallurgy';
import { CLEAN_UP, type JobDetail, type JointRecord } from '@variatum/contracts';
import { activeJoints, leaderOf, piecesOfJoint } from '../records';

/** Key a step of cleaning a joint stands under on the preparation list. */
export const cleanUpKey = (jointId: string, { id }: Pick<CleanUpStep, 'id'>): string =>
  `${CLEAN_UP}${jointId} ${id}`.slice(0, 160);

/** How a joint is cleaned as far as its profile asks, from the film that was found on it and the metals it joins. */
export function cleanUpOf(
  job: JobDetail,
  joint: JointRecord,
  { lines }: Verdict,
  { tint, cleaning }: AcceptanceProfile,
): readonly CleanUpStep[] {
  const tints = lines
    .filter(({ line }) => line === 'tint-outside' || line === 'tint-inside')
    .flatMap(({ findings }) => findings);
  const films = tints.map(({ value, choice }) => value ?? filmsOfColour(choice ?? '')[0]);
  const inside = tints.some(
    ({ line, choice }, index) => line === 'tint-inside' && (choice === GREY || !keepsToTint(films[index] ?? 0, tint)),
  );
  const pieces = piecesOfJoint(job, leaderOf(activeJoints(job), joint));
  return cleanUp({
    // What the server reckons of a piece is a family of the core's.
    pieces: pieces.map(({ name, grade, likelyFamily }) => ({
      name,
      grade,
      family: likelyFamily as MaterialFamily | null,
    })),
    cleaning,
    environment: job.service.environment,
    oxideNm: films.length === 0 ? null : Math.max(...films),
    grey: tints.some(({ choice }) => choice === GREY),
    inside,
  });
}
