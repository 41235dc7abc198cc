import { ChangeDetectionStrategy, Component, input, type Signal } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Conflict } from './operation-queue';

const FIELD_WORDS: Readonly<Record<string, string>> = {
  title: 'Job',
  item: 'What it is, what failed and why',
  state: 'Place on the board',
  service: 'Service',
  name: 'Name',
  thicknessMm: 'Thickness',
  itemFamily: 'Kind of part',
  form: 'Form',
  size: 'Size',
  coating: 'Surface',
  origin: 'Origin',
  grade: 'Grade',
  gradeSource: 'How the grade is known',
  weldMetal: 'Rod of the old weld',
  joint: 'Joint',
  temperaturesC: 'Temperatures',
  outsideMm: 'Outside diameter',
  condition: 'State it came in',
  marks: 'Marks',
  turn: 'Turn of a picture',
  caption: 'What a picture shows',
  lengthUnit: 'Lengths without a unit',
  temperatureUnit: 'Temperatures',
  flowUnit: 'Gas flows',
  ownedTests: 'Tests at hand',
  preferences: 'House preferences',
  machines: 'Machines',
  gases: 'Gases',
  acceptanceProfiles: 'Acceptance profiles',
  rates: 'Rates',
};

/**
 * Fields that two people changed from the same state, side by side: nothing of either is lost before somebody decides.
 */
@Component({
  selector: 'va-conflict-panel',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (conflict of of().conflicts(); track $index) {
      <section class="panel" role="alert" [attr.aria-label]="'Changed twice: ' + title(conflict.field)">
        <p>
          <strong>{{ title(conflict.field) }}</strong>
          was changed elsewhere while you changed it here.
        </p>
        <dl>
          <div>
            <dt class="small soft">Yours</dt>
            <dd>{{ words(conflict.mine) }}</dd>
            <button nz-button type="button" (click)="of().decideConflict(conflict, true)">Keep yours</button>
          </div>
          <div>
            <dt class="small soft">Theirs</dt>
            <dd>{{ words(conflict.theirs) }}</dd>
            <button nz-button type="button" (click)="of().decideConflict(conflict, false)">Take theirs</button>
          </div>
        </dl>
      </section>
    }
  `,
  styles: `
    section {
      margin: var(--space-3) var(--space-5) 0;
      border-left: 5px solid var(--watch);
    }
    dl {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--space-4);
      margin-top: var(--space-2);
    }
    dd {
      overflow-wrap: anywhere;
      margin: 2px 0 var(--space-2);
      font-weight: 650;
    }
  `,
})
export class ConflictPanel {
  /** What may have been changed by two. */
  readonly of = input.required<{
    readonly conflicts: Signal<readonly Conflict[]>;
    decideConflict(conflict: Conflict, keepMine: boolean): void;
  }>();

  protected title(field: string): string {
    return FIELD_WORDS[field] ?? field;
  }

  protected words(value: unknown): string {
    if (value === null || value === undefined || value === '') return 'nothing';
    if (typeof value !== 'object') return String(value);
    if (Array.isArray(value)) return value.map((one) => this.words(one)).join(', ') || 'nothing';
    // A quantity is said as it was typed.
    if ('typed' in value && 'value' in value) return this.words(value.typed || value.value);
    return (
      Object.entries(value)
        .map(([name, part]) => `${name} ${typeof part === 'object' ? JSON.stringify(part) : String(part)}`)
        .join(', ') || 'nothing'
    );
  }
}
