import type { Decision, JobDetail, JointRecord } from '@variatum/contracts';
import {
  activeJoints,
  activePieces,
  decisionOf,
  findingsOf,
  FOR_EVER,
  leaderOf,
  piecesOfJoint,
  recorded,
  rodAt,
  sectionQuestionOf,
  verdictOf,
  weldLogOf,
  type JointPlan,
  type StandingEntry,
  type WholePlan,
} from '@variatum/job';
import {
  passLog,
  type Choice,
  type Figure,
  type Finding,
  type JointFigures,
  type Layout,
  type PassLog,
  type RankedRod,
  type SectionQuestion,
  type Verdict,
} from '@variatum/metallurgy';
import { lettered, jointTitle, pieceLetter } from '@variatum/presentation';
import type { ReportInput } from './report-input';

/** All a report says of a joint. */
export interface JointFacts {
  readonly joint: JointRecord;
  readonly leader: JointRecord;
  readonly number: string;
  readonly title: string;
  /** Letters and places among the pieces of those that meet. */
  readonly sides: readonly { readonly letter: string; readonly order: number; readonly name: string }[];
  readonly seamMm: Figure | undefined;
  readonly decision: Decision | undefined;
  /** What was reckoned of the rod that was decided on. */
  readonly ranked: RankedRod | undefined;
  readonly reasons: readonly string[];
  /** Rod it was welded with; undefined: not known. */
  readonly rod: string | null | undefined;
  readonly log: PassLog;
  /** Ferrite that was measured on it, FN. */
  readonly ferrite: readonly number[];
  /** Temperatures that were typed in or came by a meter, while it was welded. */
  readonly temperatures: readonly { readonly atMs: number; readonly tempC: number }[];
  readonly verdict: Verdict;
  /** What was found before and holds no more: it was set right, or looked at again. */
  readonly earlier: readonly Finding[];
  readonly decided: StandingEntry<'verdict'> | undefined;
  readonly section: SectionQuestion | null;
  /** How it is welded by the plan. */
  readonly planned: JointPlan | undefined;
}

/** A decision's answer as it was stored; older engines may have left parts away. */
const choiceOf = (decision: Decision | undefined): Partial<Choice> => (decision?.result ?? {}) as Partial<Choice>;

function factsOf(
  job: JobDetail,
  joint: JointRecord,
  index: number,
  { decisions, workshop }: ReportInput,
  whole: WholePlan,
  layout: Layout,
  figures: ReadonlyMap<string, JointFigures>,
): JointFacts {
  const { spaces } = whole.facts.part;
  const planned = whole.joints.find(({ facts }) => facts.joint.id === joint.id);
  const joints = activeJoints(job);
  const pieces = activePieces(job);
  const leader = leaderOf(joints, joint);
  const meeting = piecesOfJoint(job, leader);
  const own = piecesOfJoint(job, joint);
  const letters = meeting.map(({ id }) => pieceLetter(pieces.findIndex((one) => one.id === id)));
  const decision = decisionOf(joints, decisions, joint);
  const choice = choiceOf(decision);
  const entries = weldLogOf(job, joint.id);
  const log = passLog(entries);
  const findings = findingsOf(job, joint.id);
  const verdict = verdictOf(job, joint, workshop, spaces);
  const standing = new Set(verdict.lines.flatMap((line) => line.findings.map(({ id }) => id)));
  const gauged = findings.flatMap(({ line, value }) => (line === 'ferrite' && value !== null ? [value] : []));
  const verdicts = recorded(job, 'verdict').filter(({ jointId }) => jointId === joint.id);
  return {
    joint,
    leader,
    number: String(index + 1),
    title: jointTitle(joint, leader.joint.type),
    sides: own.map(({ id, name }) => {
      const order = pieces.findIndex((piece) => piece.id === id);
      return { letter: pieceLetter(order), order, name };
    }),
    seamMm: figures.get(joint.id)?.seamMm,
    decision,
    ranked: choice.ranking?.find(({ rod }) => rod === decision?.rod),
    reasons:
      decision && decision.rod === decision.recommended
        ? (choice.reasons ?? []).map((reason) => lettered(reason, letters))
        : [],
    rod: rodAt(job, joint, FOR_EVER),
    log,
    ferrite: gauged,
    temperatures: entries.flatMap(({ atMs, entry }) =>
      entry.kind === 'temperature' ? [{ atMs, tempC: entry.tempC }] : [],
    ),
    verdict,
    earlier: findings.filter(({ id }) => !standing.has(id)),
    decided: verdicts.at(-1),
    section: sectionQuestionOf(planned?.completed ?? null, meeting, leader, layout),
    planned,
  };
}

/** What a report says of each joint, in their order. */
export function jointFactsOf(
  input: ReportInput,
  whole: WholePlan,
  layout: Layout,
  figures: ReadonlyMap<string, JointFigures>,
): readonly JointFacts[] {
  return activeJoints(input.job).map((joint, index) => factsOf(input.job, joint, index, input, whole, layout, figures));
}
