import type { Handlers } from '../http/endpoint-routes';
import { readLearnt } from './store';

export const learningHandlers = {
  'GET /learnt': ({ context, query, signal }) => readLearnt(context, query.except, signal),
} satisfies Partial<Handlers>;
