import type { Handlers } from '../http/endpoint-routes';
import { backupsIn } from './backups';

export const backupHandlers = {
  'GET /backups': ({ backupsDirectory }) => backupsIn(backupsDirectory, Date.now()),
} satisfies Partial<Handlers>;
