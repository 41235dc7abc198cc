import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RecordStore } from '../../job/stores';
import { Session } from '../../sync/session';

/** A thing that was recorded, in words, and by whom. */
export interface RecordedRow {
  readonly id: string;
  readonly words: string;
  readonly by: string;
}

/** Things that were recorded, each of which can be struck out. */
@Component({
  selector: 'va-recorded-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="dashes">
      @for (row of rows(); track row.id) {
        <li>
          {{ row.words }}
          <span class="small soft">{{ row.by }}</span>
          @if (session.may('check')) {
            <button
              type="button"
              class="link"
              (click)="record.strikeOut(row.id, 'struck out in the record')"
              [attr.aria-label]="'Strike out ' + row.words"
            >
              strike out
            </button>
          }
        </li>
      } @empty {
        <li class="soft">{{ empty() }}</li>
      }
    </ul>
  `,
})
export class RecordedList {
  readonly rows = input.required<readonly RecordedRow[]>();
  /** Said where there is nothing. */
  readonly empty = input('');
  protected readonly record = inject(RecordStore);
  protected readonly session = inject(Session);
}
