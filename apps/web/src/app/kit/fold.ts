import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';

/** As wide as a phone at most: the same width the style sheets turn at. */
const PHONE = '(max-width: 700px)';

/**
 * What stands open where there is room, and folded under its title on a phone, so that what it leads to is in sight.
 */
@Component({
  selector: 'va-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="open()" (toggle)="open.set($any($event.target).open)">
      <summary>{{ title() }}</summary>
      <ng-content />
    </details>
  `,
  styles: `
    summary {
      display: none;
      font-weight: 650;
      min-height: var(--target);
      cursor: pointer;
    }
    @media (max-width: 700px) {
      summary {
        display: flex;
        align-items: center;
      }
    }
  `,
})
export class Fold {
  readonly title = input.required<string>();
  protected readonly open = signal(typeof matchMedia !== 'function' || !matchMedia(PHONE).matches);
}
