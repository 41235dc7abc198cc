import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { lastSeen, tellsOfCauses } from '@variatum/job';
import type { BeadFinding } from '@variatum/metallurgy';
import { OUTCOME_WORDS, rodWithin } from '@variatum/presentation';
import { catchError, of } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { AnswerService } from '../../job/answer.service';
import { DecisionStore, JobStore, JointStore } from '../../job/stores';
import { Panel } from '../../kit/panel';

/** What is less likely is not told. */
const TOLD_FROM = 0.02;

/** As many causes as are worth a line. */
const MOST = 4;
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/**
 * Why a joint gave out: causes with their shares, what that says of the pieces, and what to change; it counts in the
 * choice from now on.
 */
@Component({
  selector: 'va-why-failed',
  imports: [Panel, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (failure(); as outcome) {
      <va-panel label="Why it failed">
        <p>{{ joints.title() }} {{ outcome }}.</p>
        @if (causes().length > 0) {
          <ul class="dashes" data-testid="causes">
            @for (cause of causes(); track cause.title) {
              <li>
                <span class="cause">{{ cause.title }}</span>
                <span class="soft">{{ cause.share }}</span>
              </li>
            }
          </ul>
        } @else {
          <p class="soft">Nothing that was reckoned explains it: look again at what the pieces are.</p>
        }
        @if (finding(); as found) {
          @if (!found.explained) {
            <p class="caution">
              This fits nothing that was believed:
              <a class="link" routerLink="../identify">look again at what the pieces are</a>
              .
            </p>
          }
          <ul class="dashes small">
            @for (reason of found.reasons; track reason) {
              <li>{{ reason }}</li>
            }
          </ul>
          @if (found.moves.length > 0) {
            <h3>What to change</h3>
            <ol class="moves">
              @for (move of found.moves; track move.id) {
                <li>
                  <strong>{{ move.title }}</strong>
                  <span class="small soft">{{ move.why }}</span>
                </li>
              }
            </ol>
          }
        }
        @if (ranking(); as words) {
          <p data-testid="choice-after">{{ words }}</p>
        }
        <p class="small soft">
          Shares by what was reckoned of this joint and where and when it gave out (estimates). Whoever cuts it open
          sees more.
        </p>
      </va-panel>
    }
  `,
  styles: `
    /* Where nothing failed no gap is left. */
    :host(:empty) {
      display: none;
    }
    h3 {
      font-size: 1rem;
    }
    .cause::first-letter {
      text-transform: uppercase;
    }
    .cause {
      display: inline-block;
      margin-right: var(--space-2);
    }
    .moves {
      display: grid;
      gap: var(--space-2);
      padding-left: 1.2em;
    }
    .moves li {
      display: list-item;
    }
    .moves span {
      display: block;
    }
  `,
})
export class WhyFailed {
  protected readonly joints = inject(JointStore);
  private readonly jobs = inject(JobStore);
  private readonly decisions = inject(DecisionStore);
  private readonly answers = inject(AnswerService);
  private readonly compute = inject(ComputeService);

  /** How the joint looked at was last seen, unless it held. */
  private readonly last = computed(() => {
    const [job, id] = [this.jobs.job(), this.joints.shown()?.id];
    const seen = job && id !== undefined ? lastSeen(job, id) : undefined;
    return seen && seen.jointId === id && seen.entry.outcome !== 'held' ? seen.entry : null;
  });
  protected readonly failure = computed(() => {
    const last = this.last();
    return last && `${OUTCOME_WORDS[last.outcome]}, seen ${last.on}`;
  });
  private readonly found = signal<BeadFinding | null>(null);
  /** A crack is laid to causes by where and when it ran, rust and a leak by how readily each shows so. */
  protected readonly finding = computed(() => {
    const last = this.last();
    return last && tellsOfCauses(last) ? this.found() : null;
  });
  private readonly decided = computed(() => {
    const joint = this.joints.shown();
    return joint ? this.decisions.lastOf()(joint) : undefined;
  });

  /**
   * Causes, as far as what was seen tells of them; else the risks the rod that was used had all along, likeliest first.
   */
  protected readonly causes = computed(() => {
    const found = this.finding();
    if (found) return found.causes.slice(0, MOST).map(({ title, share }) => ({ title, share: percent(share) }));
    const used = this.answers.ranking().find(({ rod }) => rod === this.decided()?.rod) ?? this.answers.ranking()[0];
    return (used?.risks ?? [])
      .filter(({ probability }) => probability >= TOLD_FROM)
      .sort((one, other) => other.probability - one.probability)
      .slice(0, MOST)
      .map(({ title, probability }) => ({ title, share: `stood at ${percent(probability)}` }));
  });
  protected readonly ranking = computed(() => {
    const [best] = this.answers.ranking();
    const decided = this.decided();
    if (!best || !decided || !this.finding()) return '';
    return best.rod === decided.rod
      ? `After what it showed ${rodWithin(best.rod)} stays the best choice: look at preparation, heat and fit first.`
      : `After what it showed ${rodWithin(best.rod)} comes out better than ${rodWithin(decided.rod)}.`;
  });

  constructor() {
    effect((onCleanup) => {
      const last = this.last();
      const question = last && tellsOfCauses(last) ? this.jobs.question() : null;
      if (!question?.beads || question.beads.length === 0) {
        this.found.set(null);
        return;
      }
      const asking = this.compute
        .beadFinding(question)
        .pipe(catchError(() => of(null)))
        .subscribe((found) => this.found.set(found));
      onCleanup(() => asking.unsubscribe());
    });
  }
}
