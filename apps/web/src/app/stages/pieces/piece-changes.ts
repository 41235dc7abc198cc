import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Piece } from '@variatum/contracts';
import { testTitle, testWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PieceArrangement, PieceStore } from '../../job/stores';
import { ownField, TextField } from '../../kit/fields';
import { Icon } from '../../kit/marks/icon';

/** What may become of a piece as a whole: two of it, one with another, off the job. */
@Component({
  selector: 'va-piece-changes',
  imports: [FormsModule, Icon, NzButtonModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row no-print">
      <button
        nz-button
        nzType="text"
        type="button"
        [attr.aria-expanded]="splitting()"
        (click)="splitting.set(!splitting())"
      >
        <va-icon name="split" />
        It is two metals
      </button>
      @for (other of others(); track other.id) {
        <button nz-button nzType="text" type="button" (click)="arrangement.merge(piece().id, other.id)">
          <va-icon name="join" />
          Same metal as {{ other.name }}
        </button>
      }
      <button nz-button nzType="text" type="button" (click)="pieces.setWithdrawn(piece().id, true)">
        <va-icon name="remove" />
        Take off
      </button>
    </div>
    @if (splitting()) {
      <form class="stack split" (ngSubmit)="split()">
        <va-text-field label="Name of the second metal" [longest]="80" [of]="name" />
        @if (tests().length > 0) {
          <fieldset>
            <legend class="small soft">Tests that were done on the second</legend>
            @for (test of tests(); track test.id) {
              <label class="row test">
                <input
                  type="checkbox"
                  [name]="'moved-' + test.id"
                  [checked]="moved().has(test.id)"
                  (change)="toggle(test.id)"
                />
                {{ titleOf(test.entry.test) }}: {{ words(test) }}
              </label>
            }
          </fieldset>
        }
        <div class="row">
          <button nz-button nzType="primary" type="submit">Split it</button>
          <button nz-button type="button" (click)="splitting.set(false)">Leave it one</button>
        </div>
      </form>
    }
  `,
  styles: `
    .split {
      border-top: 1px solid var(--line);
      margin-top: var(--space-3);
      padding-top: var(--space-3);
      max-width: 560px;
    }
    fieldset {
      border: 0;
      margin: 0;
      padding: 0;
    }
    .test {
      min-height: var(--target);
    }
    input[type='checkbox'] {
      width: 22px;
      height: 22px;
      accent-color: var(--accent);
    }
  `,
})
export class PieceChanges {
  readonly piece = input.required<Piece>();
  protected readonly pieces = inject(PieceStore);
  protected readonly arrangement = inject(PieceArrangement);
  protected readonly splitting = signal(false);
  protected readonly moved = signal<ReadonlySet<string>>(new Set());
  protected readonly name = ownField('');

  /** Pieces this one may be the same metal as. */
  protected readonly others = computed(() =>
    this.pieces.active().filter(({ id, kind }) => id !== this.piece().id && kind === this.piece().kind),
  );
  protected readonly tests = computed(() => this.piece().tests.filter(({ struckOutAt }) => struckOutAt === null));
  protected readonly words = testWords;
  protected readonly titleOf = testTitle;

  protected toggle(id: string): void {
    this.moved.update((moved) => {
      const changed = new Set(moved);
      if (!changed.delete(id)) changed.add(id);
      return changed;
    });
  }

  protected split(): void {
    const name = this.name.value.trim();
    this.name.fault.set(name === '' ? 'give the second metal a name' : '');
    if (name === '') return;
    this.arrangement.split(
      this.piece().id,
      name,
      this.tests().filter(({ id }) => this.moved().has(id)),
    );
    this.splitting.set(false);
    this.moved.set(new Set());
    this.name.change('');
  }
}
