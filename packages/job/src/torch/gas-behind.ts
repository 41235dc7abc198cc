import type { JobDetail, Meter, Workshop } from '@variatum/contracts';
import { backedJoints, backSpaces, profileOfJob } from '../questions';
import { activeJoints, activePieces, assemblyOf, laidPart, weldLogOf } from '../records';
import { passLog, type InnerSpace, type OxygenPlace } from '@variatum/metallurgy';

/** Oxygen somebody read off a display and typed at a joint. */
export interface TypedAtJoint {
  readonly id: string;
  readonly joint: string;
  readonly place: OxygenPlace;
  readonly atMs: number;
  readonly ppm: number;
}

/** What of a job says how readings of its meters are to be taken. */
export interface JobGas {
  readonly joints: readonly string[];
  /** Rooms behind its joints, and the oxygen each is to come down to. */
  readonly spaces: readonly { readonly joints: readonly string[]; readonly targetPpm: number }[];
  /** When gas was turned on, ms; null: it is off. */
  readonly gasOnMs: number | null;
  /** Joints at which an arc burns. */
  readonly burning: ReadonlySet<string>;
  readonly typed: readonly TypedAtJoint[];
  /** The joint something was logged at last, else the first; null: it has none. */
  readonly lastJoint: string | null;
}

/** Reads a job as far as its meters ask. */
export function jobGas(job: JobDetail, workshop: Pick<Workshop, 'acceptanceProfiles'> | null | undefined): JobGas {
  const joints = activeJoints(job);
  const part = laidPart(assemblyOf(activePieces(job), joints));
  const facts = {
    joints: backedJoints(job, joints),
    part,
    plan: job.purge,
    profile: profileOfJob(job, workshop),
    learnt: null,
  };
  const { clock } = job.purge;
  const ids = joints.map(({ id }) => id);
  const logged = job.weld.filter(({ jointId, struckOutAt }) => struckOutAt === null && ids.includes(jointId));
  return {
    joints: ids,
    spaces: backSpaces(facts).map(({ space }) => space),
    gasOnMs: clock ? Date.parse(clock.startedAt) : null,
    burning: new Set(ids.filter((id) => passLog(weldLogOf(job, id)).burning.length > 0)),
    typed: logged.flatMap(({ id, jointId, at, entry }): TypedAtJoint[] =>
      entry.kind === 'oxygen' ? [{ id, joint: jointId, place: entry.place, atMs: Date.parse(at), ppm: entry.ppm }] : [],
    ),
    lastJoint: logged.at(-1)?.jointId ?? ids[0] ?? null,
  };
}

/** A meter as far as it is asked where it looks. */
export type LookingMeter = Pick<Meter, 'use'>;

/**
 * The meter that looks at the gas behind a joint: at it, at one of its room, or at all of them.
 * @param looks meters of its job that look at gas that leaves the part
 */
export function meterBehind<One extends LookingMeter>(
  joint: string,
  looks: readonly One[],
  spaces: readonly Pick<InnerSpace, 'joints'>[],
): One | undefined {
  const room = spaces.find(({ joints }) => joints.includes(joint));
  const isNear = ({ use }: LookingMeter): boolean =>
    typeof use?.joint === 'string' && room?.joints.includes(use.joint) === true;
  return (
    looks.find(({ use }) => use?.joint === joint) ?? looks.find(isNear) ?? looks.find(({ use }) => use?.joint === null)
  );
}
