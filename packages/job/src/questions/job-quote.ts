import {
  fillFlow,
  innerSpaces,
  jointFigures,
  JOINTS,
  layOut,
  NO_RATES,
  passLog,
  PURGE_VOLUME_CHANGES,
  weldingFlow,
  type InnerSpace,
  type QuotedJoint,
  type QuoteQuestion,
} from '@variatum/metallurgy';
import type { JobDetail, Learnt, Workshop } from '@variatum/contracts';
import {
  activeJoints,
  activePieces,
  assemblyOf,
  decisionOf,
  fitOf,
  leaderOf,
  piecesOfJoint,
  plannedMinutes,
  spentMinutes,
  weldLogOf,
} from '../records';
import { learntOfPurge, learntPace } from '../learning';

/** A job as it is priced, and the joints whose length is not known and that are left out. */
export interface JobQuote {
  /** null: no joint has a length. */
  readonly question: QuoteQuestion | null;
  /** The same with minutes and arcs as they were logged in place of what was planned; null: nothing was. */
  readonly asLogged: QuoteQuestion | null;
  /** Ids of joints. */
  readonly leftOut: readonly string[];
}

/** Gas that fills a room behind a weld: so many changes of its volume, then what is held. */
function purgeOf(job: JobDetail, space: InnerSpace, pace: number): QuotedJoint['purge'] {
  // Measured litres go before what sizes come to.
  const litres = job.purge.volumeL ?? (space.innerMm3.value ?? 0) / 1e6;
  if (litres <= 0) return undefined;
  const flow = job.purge.flowLpm.value ?? fillFlow(null);
  const [, likely] = job.purge.clock?.minutes ?? [];
  const minutes = likely ?? (pace * PURGE_VOLUME_CHANGES * litres) / flow;
  const [low, high] = weldingFlow(flow);
  return { litres: minutes * flow, minutes, holdLpm: (low + high) / 2 };
}

/** Minutes the arcs of a joint burnt, where all that were struck were put out again. */
function arcOf(job: JobDetail, joint: string): Pick<QuotedJoint, 'arcMinutes'> {
  const { beads, arcSeconds } = passLog(weldLogOf(job, joint));
  const all = beads.length > 0 && beads.every(({ seconds }) => seconds !== null);
  return all ? { arcMinutes: arcSeconds / 60 } : {};
}

/**
 * What the price of a job is asked, from the job as it stands.
 * @param learnt what the workshop's other jobs have taught
 */
export function quoteOfJob(
  job: JobDetail,
  workshop: Pick<Workshop, 'rates'> | null | undefined,
  learnt?: Pick<Learnt, 'minutes' | 'purges'> | null,
): JobQuote {
  const [pieces, joints] = [activePieces(job), activeJoints(job)];
  const assembly = assemblyOf(pieces, joints);
  const figures = new Map(jointFigures(assembly, layOut(assembly)).map((one) => [one.id, one]));
  // A room is filled once, whatever many joints have their back in it.
  const filled = new Set<InnerSpace>();
  // Dams make a room smaller: it is filled as it is planned.
  const spaces = innerSpaces(assembly, job.purge.dams);
  const leftOut: string[] = [];
  const burnt: Pick<QuotedJoint, 'arcMinutes'>[] = [];
  const quoted = joints.flatMap((joint): QuotedJoint[] => {
    const leader = leaderOf(joints, joint);
    const lengthMm = figures.get(joint.id)?.seamMm.value ?? null;
    if (lengthMm === null || lengthMm < 1) {
      leftOut.push(joint.id);
      return [];
    }
    const thicknesses = piecesOfJoint(job, leader)
      .filter(({ kind }) => kind === 'base')
      .map(({ thicknessMm }) => thicknessMm.value ?? JOINTS.defaultThicknessMm);
    const decision = decisionOf(joints, job.decisions, joint);
    const space = spaces.find((one) => one.joints.includes(joint.id));
    const purge = space && purgeOf(job, space, learntOfPurge(job.purge.seal, learnt)?.factor ?? 1);
    const first = space !== undefined && !filled.has(space);
    if (space) filled.add(space);
    const { type, technique, process } = leader.joint;
    burnt.push(arcOf(job, joint.id));
    return [
      {
        type,
        lengthMm,
        technique,
        process,
        thicknessMm: thicknesses.length > 0 ? thicknesses : [JOINTS.defaultThicknessMm],
        fit: fitOf(leader.fit),
        ...(decision && decision.rod === null ? { rodMm: null } : {}),
        ...(purge ? { purge: first ? purge : { ...purge, litres: 0, minutes: 0 } } : {}),
      },
    ];
  });
  const rates = { ...NO_RATES, ...workshop?.rates };
  const pace = Object.fromEntries(learntPace(learnt).map(({ kind, factor }) => [kind, factor]));
  if (quoted.length === 0) return { question: null, asLogged: null, leftOut };
  const question: QuoteQuestion = {
    joints: quoted,
    pieces: Math.max(1, pieces.length),
    rates,
    stages: plannedMinutes(job),
    ...(Object.keys(pace).length > 0 ? { pace } : {}),
  };
  const spent = Object.entries(spentMinutes(job)).map(([stage, { minutes }]) => [stage, minutes] as const);
  const asLogged =
    spent.length === 0
      ? null
      : {
          ...question,
          joints: quoted.map((joint, index) => ({ ...joint, ...burnt[index] })),
          stages: { ...question.stages, ...Object.fromEntries(spent) },
        };
  return { question, asLogged, leftOut };
}
