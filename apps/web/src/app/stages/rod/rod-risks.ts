import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { RankedRisk } from '@variatum/metallurgy';
import { figureWords, percentWords } from '@variatum/presentation';
import { AnswerService } from '../../job/answer.service';
import { RiskMark } from '../../kit/marks/risk-mark';

/** Risks of a rod in a joint, worst first; each opens to its reason, what helps, what drives it and its source. */
@Component({
  selector: 'va-rod-risks',
  imports: [RiskMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (risk of risks(); track risk.mechanism) {
        <li>
          <details>
            <summary>
              <va-risk-mark [level]="risk.level" />
              <strong>{{ risk.title }}</strong>
              <span class="figure soft">{{ percent(risk.probability) }}</span>
              @if (risk.scope === 'joint') {
                <span class="small soft">whatever the rod</span>
              }
            </summary>
            <p>{{ answers.said(risk.reason) }}</p>
            <p>
              <em>What helps:</em>
              {{ answers.said(risk.remedy) }}
            </p>
            @if (risk.drivers.length > 0) {
              <dl class="drivers small">
                @for (driver of risk.drivers; track driver.name) {
                  <div>
                    <dt class="soft">{{ driver.name }}</dt>
                    <dd class="figure">
                      {{ number(driver.value) }} {{ driver.unit }}
                      @if (driver.limit !== undefined) {
                        <span class="soft">/ {{ number(driver.limit) }}</span>
                      }
                    </dd>
                  </div>
                }
              </dl>
            }
            <p class="small soft">{{ risk.source }}</p>
          </details>
        </li>
      } @empty {
        <li class="soft">
          {{ isUntold() ? 'Not known yet: nothing was tried on the pieces.' : 'No risk above one in a hundred.' }}
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
    }
    li {
      border-bottom: 1px solid var(--line);
    }
    summary {
      display: flex;
      gap: var(--space-2);
      align-items: center;
      min-height: var(--target);
      cursor: pointer;
      flex-wrap: wrap;
    }
    /* The name has the room; the mark and the share stay beside it. */
    summary va-risk-mark,
    summary .figure {
      flex: none;
    }
    details[open] {
      padding-bottom: var(--space-3);
    }
    details p {
      margin: 2px 0;
    }
    .drivers {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 2px var(--space-4);
      margin: var(--space-2) 0;
    }
    .drivers div {
      display: flex;
      justify-content: space-between;
      gap: var(--space-2);
      border-bottom: 1px dotted var(--line);
    }
  `,
})
export class RodRisks {
  readonly risks = input.required<readonly RankedRisk[]>();
  /** Whether nothing was tried on a piece: then no risk is known to be low. */
  readonly isUntold = input(false);
  protected readonly answers = inject(AnswerService);
  protected readonly percent = percentWords;
  protected readonly number = figureWords;
}
