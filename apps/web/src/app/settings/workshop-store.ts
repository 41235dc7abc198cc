import { computed, inject, Injectable } from '@angular/core';
import { workshopPatchSchema, type Workshop, type WorkshopPatch } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { fieldsOf } from '../kit/fields';
import { ApiClient, type DocumentKind, requestTo, SyncedDocument } from '../sync';

const KEY = 'workshop';

/** The workshop is one document of one part. */
const workshopDocument = (api: ApiClient): DocumentKind<Workshop> => ({
  name: 'workshop',
  read: () => firstValueFrom(api.ask('GET /workshop')),
  versions: ({ id, version }) => [[id, version]],
  part: (workshop, key) => (key === KEY ? { id: workshop.id, fields: workshop } : undefined),
  withPart: (workshop, _key, fields) => ({ ...workshop, ...fields }),
  owns: (key) => key === KEY,
  concerns: ({ kind }) => kind === 'workshop',
});

/** What the workshop has and how it wants its figures. */
@Injectable()
export class WorkshopStore {
  readonly document = new SyncedDocument(workshopDocument(inject(ApiClient)));
  readonly workshop = this.document.value;
  /** Errors of what was typed, by field path such as `machines.0.volts`. */
  readonly errors = computed(() => this.document.errorsOf(KEY));

  /** The workshop as its fields are shown and changed; null until it has been read. */
  readonly fields = computed(() => {
    const workshop = this.workshop();
    return workshop && fieldsOf(workshop, (changes) => this.change(changes), this.errors());
  });

  open(): Promise<void> {
    return this.document.open('');
  }

  change(changes: Omit<WorkshopPatch, 'version'>): void {
    this.document.change({
      key: KEY,
      changes,
      words: 'the change to the settings',
      schema: workshopPatchSchema,
      operation: requestTo('PATCH /workshop'),
    });
  }
}
