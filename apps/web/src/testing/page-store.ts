import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Autosave, PAGE_SYNC, UndoHistory } from '../app/sync';
import { knownSession } from './known-session';

/** A store of a page, with what every page keeps and a server that answers what the test says. */
export function pageStore<Store>(store: Type<Store>): {
  readonly store: Store;
  readonly saving: Autosave;
  readonly history: UndoHistory;
  readonly http: HttpTestingController;
} {
  TestBed.configureTestingModule({
    providers: [PAGE_SYNC, store, knownSession(), provideHttpClient(), provideHttpClientTesting()],
  });
  return {
    store: TestBed.inject(store),
    saving: TestBed.inject(Autosave),
    history: TestBed.inject(UndoHistory),
    http: TestBed.inject(HttpTestingController),
  };
}
