import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { learntPace, spentMinutes, type JobQuote, type SpentMinutes } from '@variatum/job';
import type { Quote, QuoteStage } from '@variatum/metallurgy';
import {
  dayWords,
  minutesWords,
  moneySpread,
  moneyWords,
  quantityWords,
  ratioWords,
  STAGE_WORDS,
  spreadWords,
} from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { catchError, of } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { JobPlan } from '../../job/job-plan';
import { JobStore, JointStore, LearntStore, RecordStore } from '../../job/stores';
import { ownField, TextField } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { People } from '../../sync/people';
import { Session } from '../../sync/session';
import { StageMinutes } from './stage-minutes';

const NOTHING_PRICED: JobQuote = { question: null, asLogged: null, leftOut: [] };

/**
 * What the job takes and comes to, with its range; quotes that were kept, and the work as it was logged beside the
 * plan.
 */
@Component({
  selector: 'va-quote-panel',
  imports: [NzButtonModule, Panel, StageMinutes, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="What it comes to">
      @if (quote(); as found) {
        <p class="total" data-testid="quote-total">
          <strong>{{ total() }}</strong>
          <span class="small soft">{{ about() }}</span>
        </p>
        <div class="scroll" tabindex="0" role="region" aria-label="Lines of the quote">
          <table>
            <thead>
              <tr>
                <th scope="col">For</th>
                <th scope="col">Most likely</th>
                <th scope="col">From, to</th>
                @if (logged()) {
                  <th scope="col">Took</th>
                }
                <th scope="col">{{ currency() || 'Money' }}</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.id) {
                <tr>
                  <th scope="row">{{ row.title }}</th>
                  <td>{{ row.likely }}</td>
                  <td>{{ row.range }}</td>
                  @if (logged()) {
                    <td>{{ row.took }}</td>
                  }
                  <td>{{ row.amount }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        <ul class="dashes small">
          @for (reason of reasons(); track reason) {
            <li>{{ reason }}</li>
          }
        </ul>
      } @else {
        <p class="soft">{{ why() }}</p>
      }
      @if (logged(); as words) {
        <p data-testid="as-logged">{{ words }}</p>
      }
      <va-stage-minutes />
      @if (kept().length > 0) {
        <h3>Kept quotes</h3>
        <ul class="dashes" data-testid="kept-quotes">
          @for (one of kept(); track one.id) {
            <li>
              {{ one.words }}
              @if (!one.accepted && session.may('check')) {
                <button nz-button type="button" (click)="accept(one.id)" [attr.aria-label]="'Agreed: ' + one.words">
                  Agreed
                </button>
              }
            </li>
          }
        </ul>
      }
      @if (quote() && session.may('check')) {
        <form class="in-line" (submit)="keep($event)" aria-label="Keep this quote">
          <va-text-field label="Note to it" [longest]="500" [of]="note" />
          <button nz-button nzType="primary" type="submit">Keep this quote</button>
        </form>
      }
    </va-panel>
  `,
  styles: `
    .total {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--space-4);
      align-items: baseline;
    }
    .total strong {
      font-size: 1.5rem;
      font-family: var(--font-display);
    }
    .scroll {
      overflow-x: auto;
    }
    table {
      border-collapse: collapse;
      width: 100%;
      font-variant-numeric: tabular-nums;
    }
    th,
    td {
      text-align: left;
      padding: 4px 10px 4px 0;
      border-bottom: 1px solid var(--line);
    }
    thead th {
      color: var(--ink-soft);
      font-weight: 500;
      font-size: var(--size-small);
    }
    tbody th {
      font-weight: 550;
    }
    h3 {
      font-size: 1rem;
    }
  `,
})
export class QuotePanel {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly record = inject(RecordStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly compute = inject(ComputeService);
  private readonly plan = inject(JobPlan);
  private readonly people = inject(People);
  private readonly learnt = inject(LearntStore);
  protected readonly session = inject(Session);

  protected readonly note = ownField('');
  protected readonly quote = signal<Quote | null>(null);
  private readonly asLogged = signal<Quote | null>(null);

  protected readonly currency = computed(() => this.workshops.workshop()?.rates.currency ?? '');
  /** What the plan of the job is priced by. */
  private readonly asked = computed<JobQuote>(() => this.plan.whole()?.quote ?? NOTHING_PRICED, {
    equal: (left, right) => JSON.stringify(left) === JSON.stringify(right),
  });
  private readonly spent = computed<ReadonlyMap<string, SpentMinutes>>(() => {
    const job = this.jobs.job();
    return new Map(Object.entries(job ? spentMinutes(job) : {}));
  });

  protected readonly total = computed(() => {
    const found = this.quote();
    if (!found) return '';
    // Without any rate the sum says nothing.
    return found.lines.some(({ amount }) => amount !== null)
      ? moneySpread(found.total, this.currency())
      : 'No rate is known: give them under Settings';
  });
  protected readonly about = computed(() => {
    const found = this.quote();
    return found ? `${spreadWords(found.minutes, minutesWords)} of work` : '';
  });
  protected readonly rows = computed(() =>
    (this.quote()?.lines ?? []).map(({ id, title, quantity, unit, amount }) => {
      const words = (value: number): string => quantityWords(value, unit);
      const [low, high] = quantity.range90;
      const range = low === high ? 'as said' : `${words(low)} to ${words(high)}`;
      const took = this.spent().get(id);
      return {
        id,
        title,
        likely: unit === '' ? '' : words(quantity.median),
        range: unit === '' ? '' : range,
        took: took ? `${minutesWords(took.minutes)}${took.from === 'log' ? ', by the log' : ''}` : '',
        amount: amount ? moneyWords(amount.median, '') : 'no rate',
      };
    }),
  );
  protected readonly reasons = computed(() => {
    const left = this.asked().leftOut.map((id) => this.joints.numberOf(id));
    const open = left.length === 0 ? [] : [`Joint ${left.join(' and ')} is left out: its length is not known.`];
    const own = learntPace(this.learnt.now()).map(
      ({ kind, count, factor }) =>
        `From ${count} of your jobs: ${STAGE_WORDS[kind]} takes ${ratioWords(factor)} what is usual.`,
    );
    return [...open, ...own, ...(this.quote()?.reasons ?? [])];
  });
  protected readonly why = computed(() =>
    this.asked().question === null
      ? 'No joint has a length yet: give the sizes of the pieces, or of a crack.'
      : 'Reckoning.',
  );
  /** The work as it was logged, beside what was planned or agreed. */
  protected readonly logged = computed(() => {
    const [planned, anew] = [this.quote(), this.asLogged()];
    if (!planned || !anew) return '';
    const agreed = this.record.standing('quote-accepted').at(-1);
    const said = this.record.standing('quote').find(({ id }) => id === agreed?.entry.of);
    const before = said
      ? `agreed were ${moneySpread(said.entry.total, said.entry.currency)}`
      : `planned ${moneySpread(planned.total, this.currency())}`;
    const open = planned.lines
      .filter(({ id, unit }) => unit === 'min' && !this.spent().has(id))
      .map(({ id }) => STAGE_WORDS[id as QuoteStage]);
    return (
      `As logged: ${moneySpread(anew.total, this.currency())}; ` +
      `${before}.${open.length > 0 ? ` Not put down yet, and taken as planned: ${open.join(', ')}.` : ''}`
    );
  });

  protected readonly kept = computed(() => {
    const accepted = new Map(this.record.standing('quote-accepted').map((one) => [one.entry.of, one]));
    return this.record.standing('quote').map(({ id, at, entry, madeBy }) => {
      const agreed = accepted.get(id);
      const words =
        `${dayWords(at)} ${this.people.byWords(madeBy)}: ` +
        `${moneySpread(entry.total, entry.currency)}${entry.note && `, ${entry.note}`}` +
        (agreed ? `; agreed ${dayWords(agreed.at)} ${this.people.byWords(agreed.madeBy)}` : '');
      return { id, accepted: agreed !== undefined, words: words.replaceAll(/ +([:;,]|$)/g, '$1') };
    });
  });

  constructor() {
    const follow = (question: () => JobQuote['question'], into: (quote: Quote | null) => void) =>
      effect((onCleanup) => {
        const asked = question();
        if (!asked) {
          into(null);
          return;
        }
        const asking = this.compute
          .quote(asked)
          .pipe(catchError(() => of(null)))
          .subscribe(into);
        onCleanup(() => asking.unsubscribe());
      });
    follow(
      () => this.asked().question,
      (quote) => this.quote.set(quote),
    );
    follow(
      () => this.asked().asLogged,
      (quote) => this.asLogged.set(quote),
    );
  }

  protected keep(event: Event): void {
    event.preventDefault();
    const found = this.quote();
    if (!found) return;
    const { total, minutes, lines } = found;
    const spread = ({ median, range90: [low, high] }: Quote['total']) => ({
      median,
      range90: [low, high] as [number, number],
    });
    const errors = this.record.add(
      null,
      {
        kind: 'quote',
        currency: this.currency(),
        total: spread(total),
        minutes: spread(minutes),
        note: this.note.value,
        lines: lines.map(({ quantity, amount, ...line }) => ({
          ...line,
          quantity: spread(quantity),
          amount: amount && spread(amount),
        })),
      },
      'the quote',
    );
    const [wrong = ''] = Object.values(errors);
    this.note.fault.set(wrong);
    if (wrong === '') this.note.change('');
  }

  protected accept(id: string): void {
    this.record.add(null, { kind: 'quote-accepted', of: id }, 'the word to the quote');
  }
}
