import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { Composition, ExplainStep } from '@variatum/metallurgy';
import { EMPTY } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';

/** Places of a figure. */
const PLACES = 4;

/** Every figure of a composition with its formula, its numbers and its source; worked out when it is opened. */
@Component({
  selector: 'va-figure-trace',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details (toggle)="opened($event)">
      <summary>How these figures are made</summary>
      @if (steps.hasValue()) {
        <ol>
          @for (step of steps.value(); track step.figure) {
            <li>
              <p class="line">
                <strong>{{ step.title }}</strong>
                <span class="figure">{{ valueOf(step) }}</span>
              </p>
              <p class="small">{{ step.formula }}</p>
              <p class="small figure">= {{ step.numbers }}</p>
              <p class="small soft">{{ step.source }}</p>
            </li>
          }
        </ol>
      } @else {
        <p class="soft small">Working it out</p>
      }
    </details>
  `,
  styles: `
    summary {
      min-height: var(--target);
      display: flex;
      align-items: center;
      cursor: pointer;
      font-weight: 600;
    }
    ol {
      display: grid;
    }
    li {
      padding: var(--space-2) 0;
      border-top: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    .line {
      display: flex;
      justify-content: space-between;
      gap: var(--space-3);
    }
  `,
})
export class FigureTrace {
  readonly composition = input.required<Composition>();

  private readonly compute = inject(ComputeService);
  private readonly open = signal(false);
  protected readonly steps = rxResource({
    params: () => (this.open() ? this.composition() : undefined),
    stream: ({ params }) => (params ? this.compute.trace(params) : EMPTY),
  });

  protected opened(event: Event): void {
    this.open.set((event.target as HTMLDetailsElement).open);
  }

  protected valueOf({ value, unit }: ExplainStep): string {
    return `${typeof value === 'number' ? Number(value.toPrecision(PLACES)) : value} ${unit}`.trim();
  }
}
