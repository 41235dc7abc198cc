import { inject, type Provider } from '@angular/core';
import type { FirstAnswer } from '@variatum/metallurgy';
import { Subject } from 'rxjs';
import { AnswerService } from '../app/job/answer.service';
import { JobPlan } from '../app/job/job-plan';
import { PartAnswers } from '../app/job/part-answers.service';
import { JobStore } from '../app/job/stores';

const ranked = (rod: string): FirstAnswer => ({
  ranking: [],
  stop: null,
  holds: [],
  saidFirst: [],
  recommended: rod,
  samples: 1,
  settled: true,
  seed: 1,
});

/** The plan of the open job, where one rod ranks first at every joint. */
export const planWith = (rod: string): Provider[] => [
  {
    provide: AnswerService,
    useFactory: (jobs = inject(JobStore)) => ({
      best: () => ({ rod }),
      settled: () => null,
      beliefs: () => ({}),
      lookAt: new Subject<void>(),
      known: () => jobs.joints().map(({ id }) => ({ joint: id, question: {}, answer: ranked(rod), isSettled: false })),
    }),
  },
  { provide: PartAnswers, useValue: { outlooks: () => [], known: () => [] } },
  JobPlan,
];
