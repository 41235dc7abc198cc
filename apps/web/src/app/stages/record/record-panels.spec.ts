import { TestBed } from '@angular/core/testing';
import { signal } from '@angular/core';
import type { DecisionBrief, JobRecordEntry } from '@variatum/contracts';
import { beadFinding, type ChooseInput } from '@variatum/metallurgy';
import { of } from 'rxjs';
import { aJob, aJoint, aPiece, aRecord, jobProviders, JOB_ID, openJob } from '../../../testing/job-fixture';
import { render, texts } from '../../../testing/render';
import { ComputeService } from '../../compute/compute.service';
import { AnswerService } from '../../job/answer.service';
import { NetworkInfo } from '../../sync/network';
import { HandOverPanel } from './hand-over-panel';
import { OutcomePanel } from './outcome-panel';
import { WhyFailed } from './why-failed';

const pieces = [
  aPiece({ grade: '303' }),
  aPiece({ id: '0198a6a0-0000-7000-8000-00000000000b', name: 'Tube', grade: '304L' }),
];
const joint = aJoint({
  sides: pieces.map(({ id }) => ({ piece: id, end: null, alongMm: { value: null, typed: '' }, clock: null })),
});
const decision: DecisionBrief = {
  id: '0198a6a0-0000-7000-8000-0000000000d1',
  jobId: JOB_ID,
  jointId: joint.id,
  rod: 'ER316L',
  recommended: 'ER316L',
  engineVersion: '1',
  note: '',
  madeBy: null,
  createdAt: '2026-01-04T08:00:00Z',
} as DecisionBrief;
const answers = { ranking: signal<readonly { readonly rod: string | null }[]>([]) };

beforeEach(() => {
  answers.ranking.set([]);
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      { provide: ComputeService, useValue: { beadFinding: (question: ChooseInput) => of(beadFinding(question, 1)) } },
      { provide: AnswerService, useValue: answers },
      { provide: NetworkInfo, useValue: { told: signal(null) } },
    ],
  });
});
afterEach(() => {
  jest.restoreAllMocks();
  document.body.replaceChildren();
});

const opened = (...record: readonly [jointId: string | null, entry: JobRecordEntry][]) =>
  openJob(aJob(pieces, { joints: [joint], decisions: [decision], record: record.map((one) => aRecord(...one)) }));
const button = (element: HTMLElement, name: string): HTMLButtonElement =>
  [...element.querySelectorAll('button')].find((one) => one.textContent?.trim() === name)!;
const seen = (
  outcome: 'held' | 'cracked' | 'rusted',
  where: 'centre' | null = null,
): [string | null, JobRecordEntry] => [
  outcome === 'held' ? null : joint.id,
  { kind: 'seen', on: '2026-09-01', outcome, where, note: '' },
];

describe('how it did', () => {
  const type = (element: HTMLElement, label: string, value: string): void => {
    const found = [...element.querySelectorAll('label')].find((one) => one.textContent?.trim() === label)!;
    const field = document.getElementById(found.htmlFor) as HTMLInputElement;
    field.value = value;
    for (const event of ['input', 'change']) field.dispatchEvent(new Event(event));
  };

  test('what was seen says how long it was at work by then, and where it gave out', async () => {
    await opened(
      [null, { kind: 'in-service', on: '2026-03-01' }],
      [null, { kind: 'look-again', on: '2026-08-01' }],
      seen('cracked', 'centre'),
    );
    const { element } = await render(OutcomePanel, {});
    expect(texts(element, '[data-testid="outcomes"] li').map((one) => one.replace(/ ?strike out$/, ''))).toEqual([
      'Put to work 2026-03-01',
      'To be looked at again 2026-08-01',
      '2026-09-01: cracked, along the middle, after 6 months at work',
    ]);
  });

  test('a crack is logged at the joint with where it ran; what held is said of the part', async () => {
    const { store } = await opened();
    const { element, fixture } = await render(OutcomePanel, {});
    const press = async (name: string): Promise<void> => {
      button(element, name).click();
      await fixture.whenStable();
    };
    await press('cracked');
    type(element, 'Seen on', '2026-09-01');
    await press('along the middle');
    await press('Log how it did');
    await press('held');
    expect(texts(element, '.label')).not.toContain('Where');
    type(element, 'Seen on', '2026-10-01');
    await press('Log how it did');
    expect(store.job()!.record.map(({ jointId, entry }) => [jointId, entry])).toEqual([
      [joint.id, { kind: 'seen', on: '2026-09-01', outcome: 'cracked', where: 'centre', note: '' }],
      [null, { kind: 'seen', on: '2026-10-01', outcome: 'held', where: null, note: '' }],
    ]);
  });

  test('a reminder without a day is asked for one, and what was struck out is gone', async () => {
    const { store } = await opened([null, { kind: 'in-service', on: '2026-03-01' }]);
    const { element, fixture } = await render(OutcomePanel, {});
    button(element, 'Remind').click();
    await fixture.whenStable();
    expect(texts(element, '[role="alert"]').join()).toContain('give a day, such as 2026-03-14');
    button(element, 'strike out').click();
    await fixture.whenStable();
    expect(store.job()!.record[0]!.struckOutReason).toBe('struck out in the record');
    expect(texts(element, '[data-testid="outcomes"] li')).toEqual(['Nothing is known yet of how it did.']);
  });
});

describe('why it failed', () => {
  test('a crack is laid to causes that make up the whole, and the choice that follows is said', async () => {
    answers.ranking.set([{ rod: 'ER312' }]);
    await opened([null, { kind: 'in-service', on: '2026-03-01' }], seen('cracked', 'centre'));
    const { element } = await render(WhyFailed, {});
    const causes = texts(element, '[data-testid="causes"] li');
    expect(causes.length).toBeGreaterThan(1);
    const shares = causes.map((one) => Number(/(\d+) %$/.exec(one)![1]));
    expect([...shares].sort((one, other) => other - one)).toEqual(shares);
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeLessThanOrEqual(102);
    // Nothing is known to shake it, and still load and shape are the first thing to think of in use.
    expect(causes[0]).toContain('load, vibration or the fit');
    expect(causes.join()).toContain('Solidification cracking');
    expect(texts(element, '[data-testid="choice-after"]')).toEqual([
      'After what it showed ER312 comes out better than ER316L.',
    ]);
  });

  test('what held since, or was never seen again, has not failed', async () => {
    await opened(seen('cracked', 'centre'), seen('held'));
    const { element } = await render(WhyFailed, {});
    expect(element.textContent?.trim()).toBe('');
  });
});

describe('hand it over', () => {
  test('an offer is there once a quote is kept; what is made is asked for on the paper chosen', async () => {
    const saved: string[] = [];
    URL.createObjectURL = jest.fn(() => 'blob:made');
    URL.revokeObjectURL = jest.fn();
    jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
      saved.push(this.download);
    });
    const spread = { median: 60, range90: [50, 80] as [number, number] };
    const { http } = await opened([
      null,
      { kind: 'quote', currency: 'EUR', total: spread, minutes: spread, lines: [], note: '' },
    ]);
    const { element, fixture } = await render(HandOverPanel, {});
    button(element, 'Letter').click();
    await fixture.whenStable();
    button(element, 'Offer, before the work').click();
    fixture.detectChanges();
    expect(texts(element, '[data-testid="handed-over"]')).toEqual(['Being made.']);
    expect(button(element, 'For the inspector').disabled).toBe(true);
    const asked = http.expectOne(({ url }) => url === `/api/jobs/${JOB_ID}/report`);
    expect([asked.request.params.get('kind'), asked.request.params.get('paper')]).toEqual(['offer', 'Letter']);
    asked.flush(new Blob(['pdf']), { headers: { 'content-disposition': 'attachment; filename="Rail-offer.pdf"' } });
    await fixture.whenStable();
    expect(texts(element, '[data-testid="handed-over"]')).toEqual(['Rail-offer.pdf is with your downloads.']);
    expect(saved).toEqual(['Rail-offer.pdf']);
    localStorage.clear();
  });

  test('without a quote nothing is offered; what cannot be made says why', async () => {
    const { http } = await opened();
    const { element, fixture } = await render(HandOverPanel, {});
    expect(button(element, 'Offer, before the work')).toBeUndefined();
    const refuse = async (status: number, problem?: object): Promise<string> => {
      button(element, 'Minutes').click();
      const asked = http.expectOne(`/api/jobs/${JOB_ID}/tables/minutes`);
      // The page of these tests has files that cannot be read as text by themselves.
      const told = Object.assign(new Blob(), { text: () => Promise.resolve(JSON.stringify(problem)) });
      if (problem) asked.flush(told, { status, statusText: 'Refused' });
      else asked.error(new ProgressEvent('error'), { status });
      fixture.detectChanges();
      for (let turn = 0; turn < 200 && button(element, 'Minutes').disabled; turn++) {
        await new Promise((resolve) => setTimeout(resolve));
        fixture.detectChanges();
      }
      fixture.detectChanges();
      return texts(element, '[data-testid="handed-over"]').join();
    };
    expect(await refuse(0)).toBe('It was not made: the server does not answer');
    expect(
      await refuse(404, { type: 'about:blank', title: 'Not found', status: 404, detail: 'There is no such job.' }),
    ).toBe('It was not made: There is no such job.');
    expect(button(element, 'For the customer').disabled).toBe(false);
  });
});
