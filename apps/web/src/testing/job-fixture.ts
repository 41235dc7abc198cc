import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { JobDetail, Piece, Workshop } from '@variatum/contracts';
import { Autosave } from '../app/sync/autosave';
import { JobStore } from '../app/job/job-store';
import { PhotoStore } from '../app/job/photo-store';
import { PieceArrangement } from '../app/job/piece-arrangement';
import { RestingChanges } from '../app/sync/resting-changes';
import { UndoHistory } from '../app/sync/undo-history';

export const JOB_ID = '0198a6a0-0000-7000-8000-000000000001';
const STAMP = '2026-01-01T00:00:00Z';

/** A piece about which nothing is known. */
export const aPiece = (fields: Partial<Piece> = {}): Piece => ({
  id: '0198a6a0-0000-7000-8000-000000000002', jobId: JOB_ID, position: 0, name: 'Rail', kind: 'base', family: null, form: null,
  thicknessMm: null, thicknessText: '', size: '', outsideMm: null, outsideText: '', condition: null, marks: '', coating: null,
  origin: '', grade: null, weldMetal: null, likelyFamily: null, version: 1, withdrawnAt: null, tests: [], ...fields,
}); // prettier-ignore

/** A job with these pieces and nothing else. */
export const aJob = (pieces: Piece[] = [], fields: Partial<JobDetail> = {}): JobDetail => ({
  id: JOB_ID, title: 'Railing', item: '', state: 'bench', stage: 'job', service: {}, temperatureText: ['', ''], lastRod: null,
  pieceCount: pieces.length, families: [], photos: [], version: 1, createdAt: STAMP, updatedAt: STAMP, withdrawnAt: null, pieces,
  joint: null, decisions: [], ...fields,
}); // prettier-ignore

/** A workshop without habits. */
export const aWorkshop = (fields: Partial<Workshop> = {}): Workshop => ({
  id: '00000000-0000-4000-8000-000000000001', name: 'Depot', ownedTests: null, lengthUnit: 'mm', temperatureUnit: '°C',
  flowUnit: 'L/min', preferences: {}, machines: [], gases: [], acceptanceProfiles: null,
  rates: { currency: '', labourPerHour: null, leastCharge: null, callOut: null, materialMarkupPercent: null }, version: 1, ...fields,
}); // prettier-ignore

/** Everything that stands around a page of a job, with a server that answers what the test says. */
export const jobProviders = (): Provider[] => [
  Autosave,
  UndoHistory,
  RestingChanges,
  JobStore,
  PhotoStore,
  PieceArrangement,
  provideHttpClient() as unknown as Provider,
  provideHttpClientTesting(),
  provideRouter([]) as unknown as Provider,
];

/** Opens a job in the store of the test bed. */
export async function openJob(
  job: JobDetail,
  workshop = aWorkshop(),
): Promise<{ store: JobStore; http: HttpTestingController }> {
  const store = TestBed.inject(JobStore);
  const http = TestBed.inject(HttpTestingController);
  const opened = store.open(job.id);
  http.expectOne(`/api/jobs/${job.id}`).flush(job);
  http.expectOne('/api/rod-stock').flush([]);
  http.expectOne('/api/workshop').flush(workshop);
  await opened;
  return { store, http };
}
