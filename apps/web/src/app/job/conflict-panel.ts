import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore } from '../data/job-store';

const FIELD_WORDS: Readonly<Record<string, string>> = {
  title: 'Job',
  item: 'What it is, what failed and why',
  state: 'Place on the board',
  service: 'Service',
  name: 'Name',
  thicknessMm: 'Thickness',
  thicknessText: 'Thickness as typed',
  family: 'Kind of part',
  form: 'Form',
  size: 'Size',
  coating: 'Surface',
  origin: 'Origin',
  grade: 'Grade',
  weldMetal: 'Rod of the old weld',
  joint: 'Joint',
};

/** Fields that two people changed from the same state, side by side: nothing of either is lost before somebody decides. */
@Component({
  selector: 'va-conflict-panel',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (conflict of store.conflicts(); track $index) {
      <section class="panel" role="alert" [attr.aria-label]="'Changed twice: ' + title(conflict.field)">
        <p>
          <strong>{{ title(conflict.field) }}</strong>
          was changed elsewhere while you changed it here.
        </p>
        <dl>
          <div>
            <dt class="small soft">Yours</dt>
            <dd>{{ words(conflict.mine) }}</dd>
            <button nz-button type="button" (click)="store.decideConflict(conflict, true)">Keep yours</button>
          </div>
          <div>
            <dt class="small soft">Theirs</dt>
            <dd>{{ words(conflict.theirs) }}</dd>
            <button nz-button type="button" (click)="store.decideConflict(conflict, false)">Take theirs</button>
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
  protected readonly store = inject(JobStore);

  protected title(field: string): string {
    return FIELD_WORDS[field] ?? field;
  }

  protected words(value: unknown): string {
    if (value === null || value === undefined || value === '') return 'nothing';
    if (typeof value !== 'object') return String(value);
    return (
      Object.entries(value)
        .map(([name, part]) => `${name} ${typeof part === 'object' ? JSON.stringify(part) : String(part)}`)
        .join(', ') || 'nothing'
    );
  }
}
