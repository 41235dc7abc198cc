import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { EnvironmentProviders, Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import {
  newJobSchema,
  newJointSchema,
  newPieceSchema,
  NO_MACHINE,
  NO_PURGE,
  type JobDetail,
  type JointRecord,
  type Piece,
  type JobRecord,
  type WeldRecord,
  type Workshop,
} from '@variatum/contracts';
import { FieldTestStore, JOB_STORES, JobStore, JointStore, PieceStore } from '../app/job/stores';
import { knownSession } from './known-session';
import { Autosave, PAGE_SYNC, UndoHistory } from '../app/sync';
import { known, NO_RATES } from '@variatum/metallurgy';

export const JOB_ID = '0198a6a0-0000-7000-8000-000000000001';
const STAMP = '2026-01-01T00:00:00Z';

/** A piece about which nothing is known. */
export const aPiece = (fields: Partial<Piece> = {}): Piece => ({
  ...newPieceSchema.parse({ name: 'Rail' }),
  id: '0198a6a0-0000-7000-8000-000000000002',
  jobId: JOB_ID,
  position: 0,
  likelyFamily: null,
  version: 1,
  withdrawnAt: null,
  tests: [],
  ...fields,
});

/** A job with these pieces and nothing else. */
export const aJob = (pieces: Piece[] = [], fields: Partial<JobDetail> = {}): JobDetail => ({
  ...newJobSchema.parse({ title: 'Railing' }),
  id: JOB_ID,
  purge: NO_PURGE,
  acceptance: null,
  machine: NO_MACHINE,
  lastRod: null,
  pieceCount: pieces.length,
  families: [],
  photos: [],
  version: 1,
  createdAt: STAMP,
  updatedAt: STAMP,
  withdrawnAt: null,
  pieces,
  joints: [],
  decisions: [],
  preparation: [],
  weld: [],
  record: [],
  ...fields,
});

/** A tube of 316L, 60.3 mm outside and 300 mm long. */
export const aTube = (id: string, position: number, wallMm: number): Piece =>
  aPiece({
    id,
    position,
    form: 'tube',
    grade: '316L',
    outsideMm: known(60.3),
    thicknessMm: known(wallMm),
    lengthMm: known(300),
  });

/** A joint of which nothing but its type is said. */
export const aJoint = (fields: Partial<JointRecord> = {}): JointRecord => ({
  ...newJointSchema.parse({ joint: { type: 'fillet' } }),
  id: '0198a6a0-0000-7000-8000-000000000003',
  jobId: JOB_ID,
  position: 0,
  version: 1,
  withdrawnAt: null,
  ...fields,
});

let logged = 0;
/** A bead of a hand's length takes about so long, s. */
const SECONDS_APART = 10;
/** An entry of the log of a joint, each some seconds after the one before. */
export const aWeld = (jointId: string, entry: WeldRecord['entry'], fields: Partial<WeldRecord> = {}): WeldRecord => {
  const at = new Date(Date.UTC(2026, 0, 5, 8) + 1000 * SECONDS_APART * ++logged).toISOString();
  const id = `0198a6a0-0000-7000-9000-${String(logged).padStart(12, '0')}`;
  return {
    id,
    jobId: JOB_ID,
    jointId,
    at,
    entry,
    madeBy: null,
    version: 1,
    createdAt: at,
    struckOutAt: null,
    struckOutReason: null,
    ...fields,
  };
};

/** An entry of the record of a job, in the same row of seconds. */
export const aRecord = (jointId: string | null, entry: JobRecord['entry']): JobRecord => ({
  ...aWeld('', { kind: 'note', text: '' }),
  jointId,
  entry,
});

/** A workshop without habits. */
export const aWorkshop = (fields: Partial<Workshop> = {}): Workshop => ({
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Depot',
  ownedTests: null,
  lengthUnit: 'mm',
  temperatureUnit: '°C',
  flowUnit: 'L/min',
  preferences: {},
  machines: [],
  gases: [],
  acceptanceProfiles: null,
  rates: NO_RATES,
  learntOff: [],
  learntSince: {},
  version: 1,
  ...fields,
});

/** Everything that stands around a page of a job, with a server that answers what the test says. */
export const jobProviders = (): (Provider | EnvironmentProviders)[] => [
  PAGE_SYNC,
  JOB_STORES,
  knownSession(),
  provideHttpClient(),
  provideHttpClientTesting(),
  provideRouter([]),
];

/** Everything an open job is kept by, and the server that answers what the test says. */
export interface OpenJob {
  readonly store: JobStore;
  readonly pieces: PieceStore;
  readonly tests: FieldTestStore;
  readonly joints: JointStore;
  readonly history: UndoHistory;
  readonly saving: Autosave;
  readonly http: HttpTestingController;
}

/** Answers what a page asks when it opens a job. */
export async function openJob(job: JobDetail, workshop = aWorkshop()): Promise<OpenJob> {
  const [store, http] = [TestBed.inject(JobStore), TestBed.inject(HttpTestingController)];
  const opened = store.open(job.id);
  http.expectOne(`/api/jobs/${job.id}`).flush(job);
  http.expectOne('/api/rod-stock').flush([]);
  http.expectOne('/api/workshop').flush(workshop);
  await opened;
  return {
    store,
    pieces: TestBed.inject(PieceStore),
    tests: TestBed.inject(FieldTestStore),
    joints: TestBed.inject(JointStore),
    history: TestBed.inject(UndoHistory),
    saving: TestBed.inject(Autosave),
    http,
  };
}
