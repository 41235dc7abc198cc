import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobDetail, Piece } from '@variatum/contracts';
import { Autosave } from '../sync/autosave';
import { JobStore } from './job-store';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';
import { AnswerService } from './answer.service';

const ID = '0198a6a0-0000-7000-8000-000000000001';
const stamp = '2026-01-01T00:00:00Z';
const piece = (id: string, fields: Partial<Piece>): Piece => ({
  id, jobId: ID, position: 0, name: 'x', kind: 'base', family: null, form: null, thicknessMm: 3, thicknessText: '', size: '', outsideMm: null, outsideText: '',
  condition: null, marks: '', coating: null, origin: '', grade: null, weldMetal: null, likelyFamily: null, version: 1, withdrawnAt: null, tests: [], ...fields,
}); // prettier-ignore
const job: JobDetail = {
  id: ID, title: 'Chute', item: '', state: 'bench', stage: 'job', service: { environment: 'outdoor' }, temperatureText: ['', ''], lastRod: null,
  pieceCount: 1, families: [], photos: [], version: 1,
  createdAt: stamp, updatedAt: stamp, withdrawnAt: null, joint: null, decisions: [],
  pieces: [piece('a', { grade: 'A36' }), piece('b', { position: 1, form: 'tube' })],
}; // prettier-ignore

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve));
  }
}

test('an answer stands, names its next useful act, and follows a logged test', async () => {
  TestBed.configureTestingModule({
    providers: [
      Autosave,
      UndoHistory,
      RestingChanges,
      JobStore,
      AnswerService,
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
  const store = TestBed.inject(JobStore);
  const http = TestBed.inject(HttpTestingController);
  const answers = TestBed.inject(AnswerService);
  expect(answers.best()).toBeNull();

  const opened = store.open(ID);
  http.expectOne(`/api/jobs/${ID}`).flush(job);
  http.expectOne('/api/rod-stock').flush([]);
  http.expectOne('/api/workshop').flush({ id: ID, name: 'x', ownedTests: null, preferences: {}, version: 1 });
  await opened;

  await until(() => answers.settled() !== null && (answers.beliefs()[1]?.nextTests.length ?? 0) > 0);
  expect(answers.best()?.rod).not.toBeNull();
  expect(answers.sureness()).toBeGreaterThan(0);
  expect(answers.sureness()).toBeLessThanOrEqual(1);
  const before = answers.beliefs()[1]?.candidates[0];
  // An unknown tube against carbon steel: some test is worth its minutes, and it is one on the tube.
  expect(answers.enough()).toBe(false);
  expect(answers.nextTest()).toMatchObject({ piece: 1, test: { moves: expect.anything() as object } });

  store.addTest('b', { test: 'analyser', reading: { Cr: 16.8, Ni: 10.2, Mo: 2.1, Mn: 1.5 } });
  await until(() => answers.beliefs()[1]?.candidates[0]?.grade.startsWith('316') ?? false);
  expect(before?.grade.startsWith('316')).toBe(false);

  answers.looked.set('ER312');
  expect(answers.current()?.rod).toBe('ER312');
  await until(() => answers.cloud()?.rod === 'ER312');
});
