import {
  findRod,
  judgeWeld,
  passLog,
  profileFor,
  STARTING_PROFILES,
  type AcceptanceProfile,
  type InnerSpace,
  type InspectionQuestion,
  type MaterialFamily,
  type Verdict,
} from '@variatum/metallurgy';
import type { JobDetail, JointRecord, Workshop } from '@variatum/contracts';
import {
  activeJoints,
  activePieces,
  findingsOf,
  FOR_EVER,
  leaderOf,
  piecesOfJoint,
  rodAt,
  weldLogOf,
} from '../records';

type Profiles = Partial<Pick<Workshop, 'acceptanceProfiles'>>;

/** Acceptance profiles of a workshop: its own, or those every workshop starts from. */
export function profilesOf(
  workshop: Profiles | null | undefined,
): readonly [AcceptanceProfile, ...AcceptanceProfile[]] {
  const [first, ...others] = workshop?.acceptanceProfiles ?? [];
  const [starting, ...rest] = STARTING_PROFILES;
  // There is always a first one to start from.
  return first ? [first, ...others] : [starting as AcceptanceProfile, ...rest];
}

/** Profile a job is held to: the one chosen for it, else by its service. */
export function profileOfJob(
  job: Pick<JobDetail, 'service' | 'acceptance' | 'temperaturesC' | 'pieces'>,
  workshop: Profiles | null | undefined,
): AcceptanceProfile {
  const [, hottest] = job.temperaturesC;
  const part = {
    environment: job.service.environment,
    hottestC: hottest.value,
    // What the server reckons of a piece is a family of the core's.
    families: activePieces(job).map(({ likelyFamily }) => likelyFamily as MaterialFamily | null),
  };
  return profileFor(part, profilesOf(workshop), job.acceptance);
}

/**
 * What the judging of a joint is asked, from the job as it stands.
 * @param spaces rooms inside its part: they are the same for every joint
 */
export function inspectionOf(
  job: JobDetail,
  joint: JointRecord,
  workshop: Profiles | null | undefined,
  spaces: readonly InnerSpace[],
): InspectionQuestion {
  const leader = leaderOf(activeJoints(job), joint);
  const rod = rodAt(job, joint, FOR_EVER);
  return {
    profile: profileOfJob(job, workshop),
    findings: findingsOf(job, joint.id),
    environment: job.service.environment,
    pressure: job.service.pressure,
    // What the server reckons of a piece is a family of the core's.
    families: piecesOfJoint(job, leader).map(({ likelyFamily }) => likelyFamily as MaterialFamily | null),
    ...(rod === undefined ? {} : { deposit: rod === null ? null : findRod(rod)?.family }),
    rodFerrite: rod ? findRod(rod)?.ferriteNumberWindow : undefined,
    jointType: leader.joint.type,
    earlyArc: passLog(weldLogOf(job, joint.id)).earlyArc,
    hasInside: spaces.some(({ joints: backs }) => backs.includes(joint.id)),
  };
}

/** What a joint comes to as it stands. */
export const verdictOf = (...asked: Parameters<typeof inspectionOf>): Verdict => judgeWeld(inspectionOf(...asked));
