import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { FieldTestRecord, Piece } from '@variatum/contracts';
import { spotWords } from '@variatum/metallurgy';
import { testTitle, testWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { FieldTestStore } from '../../job/stores';
import { ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { People } from '../../sync/people';

/** The tests done on a piece. A wrong one is struck out with the reason; nothing is erased. */
@Component({
  selector: 'va-test-log',
  imports: [FormsModule, NzButtonModule, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Log of tests" heading="Log">
      <ul>
        @for (record of piece().tests; track record.id) {
          <li [class.struck]="record.struckOutAt !== null">
            <span class="what">{{ title(record.entry.test) }}</span>
            <span class="said">
              {{ words(record) }}
              @if (record.spot; as spot) {
                <span class="soft">· {{ place(spot, piece().lengthMm.value) }}</span>
              }
              @if (people.byWords(record.madeBy); as by) {
                <span class="soft">· {{ by }}</span>
              }
            </span>
            @if (record.struckOutAt === null) {
              <button
                nz-button
                nzType="text"
                type="button"
                (click)="striking.set(record.id)"
                [attr.aria-label]="'Strike out ' + title(record.entry.test)"
              >
                Strike out
              </button>
            } @else {
              <span class="small soft">struck out: {{ record.struckOutReason }}</span>
            }
            @if (striking() === record.id) {
              <form class="row why" (ngSubmit)="strike(record)">
                <va-text-field class="grow" label="Why is it wrong?" [longest]="300" [of]="why" />
                <button nz-button type="submit">Strike out</button>
                <button nz-button nzType="text" type="button" (click)="striking.set(null)">Keep it</button>
              </form>
            }
          </li>
        } @empty {
          <li class="soft">
            No test logged on {{ piece().name }} yet. A magnet is a good start, and a trap: say where you held it.
          </li>
        }
      </ul>
    </va-panel>
  `,
  styles: `
    ul {
      display: grid;
    }
    li {
      display: grid;
      grid-template-columns: minmax(120px, 190px) 1fr auto;
      gap: 2px var(--space-3);
      align-items: center;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
      min-height: var(--target);
    }
    .what {
      font-weight: 600;
    }
    .struck .what,
    .struck .said {
      text-decoration: line-through;
      color: var(--ink-soft);
    }
    .why {
      grid-column: 1 / -1;
      align-items: flex-end;
      padding-bottom: var(--space-3);
    }
    .grow {
      flex: 1 1 220px;
    }
    @media (max-width: 560px) {
      li {
        grid-template-columns: 1fr auto;
      }
      .said {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class TestLog {
  readonly piece = input.required<Piece>();
  private readonly tests = inject(FieldTestStore);
  protected readonly people = inject(People);
  protected readonly title = testTitle;
  protected readonly place = spotWords;
  protected readonly striking = signal<string | null>(null);
  protected readonly why = ownField('');

  protected words(record: FieldTestRecord): string {
    return testWords(record) + (record.note ? ` (${record.note})` : '');
  }

  protected strike(record: FieldTestRecord): void {
    const why = this.why.value.trim();
    this.why.fault.set(why === '' ? 'say why the entry is wrong' : '');
    if (why === '') return;
    this.tests.strikeOut(record.pieceId, record.id, why);
    this.striking.set(null);
    this.why.change('');
  }
}
