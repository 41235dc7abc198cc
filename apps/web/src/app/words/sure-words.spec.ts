import { signal } from '@angular/core';
import type { DecisionBrief } from '@variatum/contracts';
import { TestBed } from '@angular/core/testing';
import { INSIDE_UNSEEN, insideGas, nextAct, roomAir, ROOM_UNWATCHED, type TorchFacts } from '@variatum/job';
import {
  acceptObstacle,
  CLEANINGS,
  followSteps,
  identify,
  judgeWeld,
  nextTests,
  passLog,
  STARTING_PROFILES,
  stepsOf,
  type Finding,
  type InspectionLineId,
} from '@variatum/metallurgy';
import {
  foundWords,
  orderWords,
  saidRisk,
  SURE_WORDS,
  sureWords,
  VERDICT_WORDS,
  type SureWord,
} from '@variatum/presentation';
import { aJob, aJoint, aPiece, JOB_ID, jobProviders, openJob } from '../../testing/job-fixture';
import { AnswerService } from '../job/answer.service';
import { NEVER } from 'rxjs';
import { Autosave, OperationQueue } from '../sync';
import { saveWords } from './state-words';

/** A weld on which everything that is asked was looked at, and nothing was found. */
const SOUND: readonly [InspectionLineId, Partial<Finding>][] = [
  ['cracks', { choice: 'none' }],
  ['pores', { value: 0 }],
  ['undercut', { value: 0 }],
  ['concavity', { value: 0 }],
  ['convexity', { value: 0 }],
  ['tint-outside', { choice: 'bare' }],
  ['cleaning', { choice: CLEANINGS.at(-1)!.id }],
];
const finding = ([line, said]: (typeof SOUND)[number], index: number): Finding => ({
  id: `f${index}`,
  line,
  atMm: null,
  value: null,
  range90: null,
  choice: null,
  by: 'eye',
  note: '',
  who: null,
  atMs: index,
  photo: null,
  confirmedBy: [],
  ...said,
});
const judged = (findings: readonly Finding[]) =>
  judgeWeld({ profile: STARTING_PROFILES[0]!, findings, families: ['carbon'], jointType: 'lap', hasInside: false });
const sound = SOUND.map(finding);
const inside = (heardMs: number, ppm: number, nowMs: number) =>
  insideGas(
    { hasMeter: true, readings: [{ heardMs, ppm, typed: false }], targetPpm: 50, gasIsOn: true, arcBurns: false },
    nowMs,
    INSIDE_UNSEEN,
  ).state;
const room = (ppm: number, nowMs: number) =>
  roomAir({ hasMeter: true, readings: [{ heardMs: 0, ppm, typed: false }], said: null }, nowMs, ROOM_UNWATCHED).state;

/** Somebody's word on a joint. */
const decision = (jointId: string): DecisionBrief => ({
  id: '0198a6a0-0000-7000-8000-0000000000d1',
  jobId: JOB_ID,
  jointId,
  rod: 'ER309L',
  recommended: 'ER308L',
  engineVersion: '0',
  seed: 1,
  note: '',
  madeBy: null,
  createdAt: '2026-01-05T08:00:00Z',
});

/** What each word stands for, and what it must not be said of. A word without a proof is a fault of types. */
const PROOFS: Readonly<Record<SureWord, () => void | Promise<void>>> = {
  enough: () => {
    // No test would change the rod: there is but one.
    const loss = { rods: ['ER308L'], lossesOf: () => [0] };
    const tried = identify({ item: {}, tests: [{ test: 'chips', outcome: 'short' }] });
    expect([nextTests(identify({ item: {}, tests: [] }), loss).enough, nextTests(tried, loss).enough]).toEqual([
      false,
      true,
    ]);
  },
  low: () => {
    expect([saidRisk('low', true), saidRisk('low', false), saidRisk('high', true)]).toEqual([
      'not-known',
      'low',
      'high',
    ]);
  },
  nearlyEverything: () => {
    expect([sureWords(0.95), sureWords(0.949)].map((words) => words === SURE_WORDS.nearlyEverything.word)).toEqual([
      true,
      false,
    ]);
  },
  settled: () => {
    const said = [
      orderWords(true, false),
      orderWords(true, true),
      orderWords(false, false),
      orderWords(undefined, false),
    ];
    expect(said.map((words) => words === SURE_WORDS.settled.word)).toEqual([true, false, false, false]);
  },
  decided: async () => {
    TestBed.configureTestingModule({ providers: [...jobProviders(), AnswerService] });
    const joint = aJoint();
    await openJob(aJob([aPiece({ grade: '304L' })], { joints: [joint] }));
    const answers = TestBed.inject(AnswerService);
    expect(answers.decided()).toBeUndefined();
    await openJob(aJob([aPiece({ grade: '304L' })], { joints: [joint], decisions: [decision(joint.id)] }));
    expect(answers.decided()).toBe('ER309L');
  },
  saved: () => {
    const [waiting, held, aside, conflicts] = [
      signal<object[]>([]),
      signal<string | null>(null),
      signal<object[]>([]),
      signal<object[]>([]),
    ];
    const queue = { waiting, held, aside, conflicts, unsent: () => waiting().length > 0, outcomes: NEVER };
    TestBed.configureTestingModule({ providers: [Autosave, { provide: OperationQueue, useValue: queue }] });
    const saving = TestBed.inject(Autosave);
    const said = (): string => saveWords(saving.state(), saving.waiting());
    expect(said()).toBe(SURE_WORDS.saved.word);
    const not = (change: () => void, back: () => void): void => {
      change();
      expect(said()).not.toContain(SURE_WORDS.saved.word);
      back();
      expect(said()).toBe(SURE_WORDS.saved.word);
    };
    not(
      () => waiting.set([{}]),
      () => waiting.set([]),
    );
    not(
      () => held.set('unreachable'),
      () => held.set(null),
    );
    not(
      () => aside.set([{}]),
      () => aside.set([]),
    );
    not(
      () => conflicts.set([{}]),
      () => conflicts.set([]),
    );
    not(
      () => saving.setResting('piece 1', true),
      () => saving.setResting('piece 1', false),
    );
    not(
      () => saving.setErrors('k', [{ path: [], message: 'no' }]),
      () => saving.clearErrors(),
    );
  },
  kept: () => {
    const words = (findings: readonly Finding[]): string => VERDICT_WORDS[judged(findings).state];
    expect(words(sound)).toBe(SURE_WORDS.kept.word);
    for (const left of sound) {
      const lines = judged(sound).lines.find(({ line }) => line === left.line)!;
      if (lines.asked) expect(words(sound.filter((one) => one !== left))).not.toBe(SURE_WORDS.kept.word);
    }
    expect(words([...sound, finding(['undercut', { value: 3 }], 90)])).not.toBe(SURE_WORDS.kept.word);
  },
  none: () => {
    expect([
      foundWords(finding(['undercut', { value: 0 }], 1), 'mm'),
      foundWords(finding(['undercut', {}], 1), 'mm'),
    ]).toEqual(['none', '']);
  },
  accepted: () => {
    expect(acceptObstacle(judged(sound))).toBeNull();
    expect(acceptObstacle(judged([]))).toMatchObject({ code: 'say-why', open: expect.arrayContaining(['cracks']) });
    expect(acceptObstacle(judged([...sound, finding(['undercut', { value: 3 }], 90)]))).toMatchObject({
      missed: ['undercut'],
    });
    expect(acceptObstacle(judged([...sound, finding(['cracks', { choice: 'tack', atMm: 4 }], 91)]))).toEqual({
      code: 'crack',
    });
  },
  clean: () => {
    expect([inside(0, 40, 1000), inside(0, 40, 60_000), inside(0, 60, 1000)]).toEqual(['ready', 'lost', 'waiting']);
  },
  good: () => {
    expect([room(209_000, 1000), room(209_000, 60_000), room(190_000, 1000)]).toEqual(['good', 'lost', 'short']);
  },
  done: () => {
    const steps = stepsOf({ tacksMm: [0], tackMm: 4, runs: [] });
    expect(followSteps(steps, passLog([])).every(({ state }) => state === 'done')).toBe(false);
    const gas = {
      isWanted: false,
      isOn: false,
      isReady: false,
      hasRisen: false,
      inside: INSIDE_UNSEEN,
      left: null,
      fault: null,
      onlySlow: false,
    };
    const facts: TorchFacts = {
      room: ROOM_UNWATCHED,
      burning: null,
      doubt: null,
      gas,
      metal: null,
      isHeldWarm: false,
      isPeened: false,
      next: null,
      isDone: false,
      lastEndMs: null,
      free: null,
      turn: null,
      here: null,
      afterwards: { releaseBelowC: null, heat: null },
    };
    expect([nextAct(facts, 0).code, nextAct({ ...facts, isDone: true }, 0).code]).toEqual(['other', 'done']);
  },
};

test.each(Object.entries(PROOFS))('%s is said of what it stands for, and of nothing else', async (_word, proof) => {
  await proof();
});
