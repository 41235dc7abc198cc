import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A page with its heading. What stands beside the heading is marked `aside`, the rest between its tags. */
@Component({
  selector: 'va-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page stack" [style.max-width.px]="width()">
      <div class="row between">
        <h1>{{ heading() }}</h1>
        <ng-content select="[aside]" />
      </div>
      <ng-content />
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .page {
      padding: var(--space-5);
      margin: 0 auto;
    }
    h1 {
      flex: 1;
    }
    @media (max-width: 560px) {
      .page {
        padding: var(--space-3);
      }
    }
  `,
})
export class Page {
  readonly heading = input.required<string>();
  /** Widest it becomes, px. */
  readonly width = input(1500);
}
