import { ChangeDetectionStrategy, Component } from '@angular/core';
import { KEYS } from './keys';

/** Every key and what it does. */
@Component({
  selector: 'va-key-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @for (key of keys; track key.shown) {
        <div>
          <dt class="figure">{{ key.shown }}</dt>
          <dd>{{ key.does }}</dd>
        </div>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      gap: var(--space-2);
      margin: 0;
    }
    div {
      display: grid;
      grid-template-columns: 140px 1fr;
    }
    dt {
      font-weight: 650;
    }
  `,
})
export class KeySheet {
  protected readonly keys = Object.values(KEYS);
}
