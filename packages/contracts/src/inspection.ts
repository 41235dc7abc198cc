import {
  innerSpaces,
  judgeWeld,
  profileFor,
  STARTING_PROFILES,
  type AcceptanceProfile,
  type InspectionQuestion,
  type MaterialFamily,
  type Verdict,
} from '@variatum/metallurgy';
import { activeJoints, activePieces } from './active-pieces';
import { leaderOf } from './alike-joints';
import { findingsOf } from './recorded';
import { assemblyOf } from './part';
import { piecesOfJoint } from './question';
import type { JobDetail, JobHead, JointRecord } from './records';
import type { Workshop } from './workshop';

type Profiles = Pick<Workshop, 'acceptanceProfiles'>;

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
export const profileOfJob = (
  { service, acceptance }: Pick<JobHead, 'service' | 'acceptance'>,
  workshop: Profiles | null | undefined,
): AcceptanceProfile => profileFor(service.environment, profilesOf(workshop), acceptance);

/** What the judging of a joint is asked, from the job as it stands. */
export function inspectionOf(
  job: JobDetail,
  joint: JointRecord,
  workshop: Profiles | null | undefined,
): InspectionQuestion {
  const joints = activeJoints(job);
  const leader = leaderOf(joints, joint);
  const spaces = innerSpaces(assemblyOf(activePieces(job), joints));
  return {
    profile: profileOfJob(job, workshop),
    findings: findingsOf(job, joint.id),
    environment: job.service.environment,
    pressure: job.service.pressure,
    // What the server reckons of a piece is a family of the core's.
    families: piecesOfJoint(job, leader).map(({ likelyFamily }) => likelyFamily as MaterialFamily | null),
    jointType: leader.joint.type,
    hasInside: spaces.some(({ joints: backs }) => backs.includes(joint.id)),
  };
}

/** What a joint comes to as it stands. */
export const verdictOf = (job: JobDetail, joint: JointRecord, workshop: Profiles | null | undefined): Verdict =>
  judgeWeld(inspectionOf(job, joint, workshop));
