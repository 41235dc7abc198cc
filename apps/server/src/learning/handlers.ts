import type { Handlers } from '../http/endpoint-routes';
import { alikeJobs } from './alike';
import { readCalibration } from './calibration';
import { readLearnt } from './store';

export const learningHandlers = {
  'GET /learnt': ({ context, query, signal }) => readLearnt(context, query.except, signal),
  'GET /calibration': ({ context, signal }) => readCalibration(context, signal),
  'GET /alike': ({ context, query }) => alikeJobs(context, query),
} satisfies Partial<Handlers>;
