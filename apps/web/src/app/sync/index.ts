// What is drawn has no door: who shows one of these parts fetches no other.
import type { Provider } from '@angular/core';
import { Autosave } from './autosave';
import { RestingChanges } from './resting-changes';
import { UndoHistory } from './undo-history';

export { ApiClient } from './api-client';
export { Autosave, type SaveState } from './autosave';
export { problemOf, waitAfter } from './delivery';
export { LiveService } from './live.service';
export { OperationQueue, type Conflict } from './operation-queue';
export { RepeatableRequest } from './repeatable-request';
export { requestTo } from './request-to';
export { SyncedDocument, type DocumentKind, type Part, type Reading } from './synced-document';
export { untilAnswered } from './until-answered';
export { RestingChanges, UndoHistory };

/**
 * What every page that changes something keeps for itself: how saving stands, what rests, and what can be taken back.
 */
export const PAGE_SYNC: Provider[] = [Autosave, UndoHistory, RestingChanges];
