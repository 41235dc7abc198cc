import type { Type } from '@angular/core';
import { CLEAN_UP, STAGES as IDS, type JobDetail, type Stage } from '@variatum/contracts';
import { activeJoints, activePieces, decisionOf, recorded, leadingJoints, weldLogOf } from '@variatum/job';
import { passLog } from '@variatum/metallurgy';
import { OUTCOME_WORDS } from '@variatum/presentation';

/** A stage of the work on a job. */
export interface StageEntry {
  readonly title: string;
  readonly load: () => Promise<Type<unknown>>;
  /** What is still open in it, in a few words. @param answered whether there is a rod to decide on */
  open(job: JobDetail, answered: boolean): string;
}

const ENTRIES: Readonly<Record<Stage, StageEntry>> = {
  job: {
    title: 'Job',
    load: () => import('../stages/job/job-stage').then((m) => m.JobStage),
    open: ({ service }) => (service.environment ? '' : 'service open'),
  },
  pieces: {
    title: 'Pieces',
    load: () => import('../stages/pieces/pieces-stage').then((m) => m.PiecesStage),
    open: (job) => {
      const { length } = activePieces(job);
      return length === 0 ? 'none yet' : `${length} on it`;
    },
  },
  identify: {
    title: 'Identify',
    load: () => import('../stages/identify/identify-stage').then((m) => m.IdentifyStage),
    open: (job) => {
      const pieces = activePieces(job);
      const unknown = pieces.filter(({ grade, weldMetal }) => grade === null && weldMetal === null).length;
      if (unknown > 0) return `${unknown} unnamed`;
      return pieces.length > 0 ? 'all named' : '';
    },
  },
  joint: {
    title: 'Joint',
    load: () => import('../stages/joint/joint-stage').then((m) => m.JointStage),
    open: (job) => {
      const { length } = activeJoints(job);
      return length === 0 ? 'not described' : length === 1 ? '' : `${length} on it`;
    },
  },
  rod: {
    title: 'Rod',
    load: () => import('../stages/rod/rod-stage').then((m) => m.RodStage),
    open: (job, answered) => {
      const joints = activeJoints(job);
      const [last] = job.decisions;
      if (joints.length < 2) return last ? (last.rod ?? 'no rod') : answered ? 'not decided' : '';
      const done = joints.filter((joint) => decisionOf(joints, job.decisions, joint)).length;
      if (done === joints.length && leadingJoints(joints).length === 1) return last?.rod ?? 'no rod';
      return done === joints.length ? 'all decided' : `${done} of ${joints.length} decided`;
    },
  },
  prepare: {
    title: 'Prepare',
    load: () => import('../stages/prepare/prepare-stage').then((m) => m.PrepareStage),
    open: ({ preparation, purge }) => {
      if (purge.clock) return 'gas on';
      const last = new Map(
        preparation.filter(({ key }) => !key.startsWith(CLEAN_UP)).map(({ key, state }) => [key, state]),
      );
      const done = [...last.values()].filter((state) => state === 'done').length;
      return done > 0 ? `${done} done` : '';
    },
  },
  weld: {
    title: 'Weld',
    load: () => import('../stages/weld/weld-stage').then((m) => m.WeldStage),
    open: (job) => {
      const logs = activeJoints(job).map(({ id }) => passLog(weldLogOf(job, id)));
      if (logs.some(({ burning }) => burning.length > 0)) return 'arc on';
      if (logs.some(({ cracks }) => cracks.length > 0)) return 'it cracked';
      const beads = logs.reduce((sum, log) => sum + log.beads.length, 0);
      return beads === 0 ? '' : beads === 1 ? '1 bead' : `${beads} beads`;
    },
  },
  inspect: {
    title: 'Inspect',
    load: () => import('../stages/inspect/inspect-stage').then((m) => m.InspectStage),
    open: (job) => {
      const said = new Map(recorded(job, 'verdict').map(({ jointId, entry }) => [jointId, entry.says]));
      if ([...said.values()].includes('not-accepted')) return 'not accepted';
      const joints = activeJoints(job);
      const accepted = joints.filter(({ id }) => said.has(id)).length;
      if (accepted > 0) return accepted === joints.length ? 'accepted' : `${accepted} of ${joints.length} accepted`;
      const found = recorded(job, 'finding').length;
      return found === 0 ? '' : `${found} found`;
    },
  },
  record: {
    title: 'Record',
    load: () => import('../stages/record/record-stage').then((m) => m.RecordStage),
    open: (job) => {
      const seen = recorded(job, 'seen').at(-1);
      if (seen) return OUTCOME_WORDS[seen.entry.outcome];
      return recorded(job, 'in-service').length > 0 ? 'at work' : '';
    },
  },
};

/**
 * All stages in the order of the work. One is added by its name in the list both sides know and an entry here: routes,
 * strip, keys, board and guide follow.
 */
export const STAGES: readonly (StageEntry & { readonly id: Stage })[] = IDS.map((id) => ({ id, ...ENTRIES[id] }));

/** Name of a stage. */
export const stageTitle = (id: Stage): string => ENTRIES[id].title;
