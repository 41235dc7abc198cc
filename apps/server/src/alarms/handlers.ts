import type { Handlers } from '../http/endpoint-routes';
import { standingAlarms } from './store';

export const alarmHandlers = {
  'GET /alarms': ({ context }) => standingAlarms(context),
} satisfies Partial<Handlers>;
