import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import {
  CRACK_PLACES,
  CRACK_TIMES,
  findFieldTest,
  LESS_CURRENT,
  MAGNET_PULLS,
  SLOW_END_S,
  thickerRodMm,
  USUAL_ROD_MM,
  type BeadFinding,
  type CrackMove,
} from '@variatum/metallurgy';
import { CRACK_PLACE_WORDS, CRACK_TIME_WORDS, PULL_WORDS, rodName, rodWithin } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { catchError, of } from 'rxjs';
import { RouterLink } from '@angular/router';
import { ComputeService } from '../../compute/compute.service';
import { AnswerService } from '../../job/answer.service';
import { JobStore, JointStore } from '../../job/stores';
import { ChoiceGroup, NumberField, ownField, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { MeterStore, Readings } from '../../meters';
import { WeldPlanning } from './weld-planning';

/**
 * What the beads have shown: a magnet, a gauge, a crack; and what that says of dilution, pieces, rod and of what to
 * change.
 */
@Component({
  selector: 'va-bead-shown',
  imports: [ChoiceGroup, NumberField, NzButtonModule, Panel, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="What the bead shows" about="ferrite-number">
      @if (finding(); as found) {
        <div class="found" role="status" data-testid="finding">
          @if (!found.explained) {
            <p class="caution">
              This fits nothing that was believed: look again at what the pieces are.
              @if (test(); as title) {
                <a class="link" [routerLink]="['../identify']">{{ title }}</a>
                settles most.
              }
            </p>
          }
          <ul class="dashes">
            @for (reason of found.reasons; track reason) {
              <li>{{ answers.said(reason) }}</li>
            }
            @if (ranking(); as words) {
              <li>{{ words }}</li>
            }
          </ul>
          @if (found.moves.length > 0) {
            <h3>What to change</h3>
            <ol class="moves">
              @for (move of found.moves; track move.id) {
                <li>
                  <p>
                    <strong>{{ move.title }}</strong>
                    <span class="small soft">answers {{ percent(move.worth) }} of the causes</span>
                  </p>
                  <p class="small soft">{{ move.why }}</p>
                  @if (acts()[move.id]; as act) {
                    <button nz-button type="button" [nzType]="$first ? 'primary' : 'default'" (click)="take(move)">
                      {{ act }}
                    </button>
                  }
                </li>
              }
            </ol>
            @if (taken()) {
              <p role="status" data-testid="move-taken">{{ taken() }}</p>
            }
          }
        </div>
      }
      <div class="fields">
        <va-choice-group label="Magnet on the bead" [options]="pulls" [of]="pull" />
        <form class="in-line" (submit)="logFerrite($event)" aria-label="Ferrite of the bead">
          <va-number-field label="Gauge, FN" [of]="fn" />
          <button nz-button type="submit">Log</button>
          @if (gauge(); as shows) {
            <button nz-button type="button" (click)="fn.change(shows)">Take {{ shows }} FN</button>
          }
        </form>
        <va-choice-group label="It cracked, where" [options]="places" [of]="where" />
        @if (where.value) {
          <va-choice-group label="and when" [options]="times" [of]="when" />
        }
      </div>
    </va-panel>
  `,
  styles: `
    .found {
      display: grid;
      gap: var(--space-3);
    }
    h3 {
      font-size: 1rem;
    }
    .moves {
      display: grid;
      gap: var(--space-3);
      padding-left: 1.2em;
    }
    .moves p:first-child {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--space-3);
      align-items: baseline;
    }
    .fields {
      display: grid;
      gap: var(--space-3);
    }
  `,
})
export class BeadShown {
  private readonly weld = inject(WeldPlanning);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  protected readonly answers = inject(AnswerService);
  private readonly compute = inject(ComputeService);
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);

  protected readonly pulls = titled(MAGNET_PULLS, PULL_WORDS);
  protected readonly places = titled(CRACK_PLACES, CRACK_PLACE_WORDS);
  protected readonly times = titled(CRACK_TIMES, CRACK_TIME_WORDS);
  protected readonly fn = ownField<number | null>(null);
  protected readonly where = ownField<(typeof CRACK_PLACES)[number] | null>(null);
  protected readonly taken = signal('');

  /** Tapping logs: a bead is looked at once. */
  protected readonly pull = this.logging<(typeof MAGNET_PULLS)[number]>((pull) =>
    this.weld.note({ kind: 'magnet', pull, rod: this.weld.lastRod() }),
  );
  protected readonly when = this.logging<(typeof CRACK_TIMES)[number]>((when) => {
    const where = this.where.value;
    if (where === null) return;
    this.weld.note({ kind: 'crack', where, when, rod: this.weld.lastRod(), atMm: null });
    this.where.change(null);
  });

  private logging<Value>(log: (value: Value) => void) {
    return {
      value: null as Value | null,
      error: '',
      change: (value: Value | null) => void (value !== null && log(value)),
    };
  }

  /** What a gauge of the workshop shows that looks at this job. */
  protected readonly gauge = computed(() => {
    const meter = this.meters.meters().find(({ kind, use }) => kind === 'ferrite' && use?.job === this.jobs.job()?.id);
    return this.readings.of(meter?.id).at(-1)?.value ?? null;
  });

  protected logFerrite(event: Event): void {
    event.preventDefault();
    const fn = this.fn.value;
    if (fn === null || Number.isNaN(fn)) {
      this.fn.fault.set('give what the gauge shows, 0 to 200 FN');
      return;
    }
    if (!this.weld.note({ kind: 'ferrite', fn, rod: this.weld.lastRod() })) {
      this.fn.fault.set('give 0 to 200 FN');
      return;
    }
    this.fn.fault.set('');
    this.fn.change(null);
  }

  private readonly found = signal<BeadFinding | null>(null);
  protected readonly finding = this.found.asReadonly();
  /** The test that is worth most for the piece that is least sure. */
  protected readonly test = computed(() => {
    const next = this.answers.nextTest();
    return (next && findFieldTest(next.test.test)?.title) ?? '';
  });
  protected readonly ranking = computed(() => {
    const [best] = this.answers.ranking();
    const rod = this.weld.settings.rod();
    if (!best || rod === undefined) return '';
    return best.rod === rod
      ? `${rodName(rod)} stays the best choice.`
      : `Now ${rodWithin(best.rod)} comes out better than ${rodWithin(rod)}.`;
  });

  /** Which of the moves can be taken here, by a press. */
  protected readonly acts = computed<Readonly<Record<string, string>>>(() => {
    const [best] = this.answers.ranking();
    return {
      'wide-tack': 'Take it into the plan',
      'fill-crater': 'Take it into the plan',
      'more-rod': 'Take it into the plan',
      'less-heat': 'Take it into the plan',
      butter: 'Note it for this joint',
      preheat: 'Note it for this joint',
      'clean-back': 'Note it for this joint',
      ...(best && best.rod !== null && best.rod !== this.weld.settings.rod()
        ? { 'other-rod': `Go on with ${rodName(best.rod)}` }
        : {}),
    };
  });

  protected take({ id, title }: CrackMove): void {
    const leading = this.joints.leading();
    const set = this.weld.settings.set();
    if (!leading) return;
    const root = { ...leading.settings.root };
    const { amps, rodMm } = this.weld.atHand();
    if (id === 'other-rod') this.weld.say({ rod: this.answers.ranking()[0]?.rod ?? null });
    else if (id === 'more-rod') this.weld.say({ rodMm: thickerRodMm(rodMm ?? set?.rodMm ?? USUAL_ROD_MM) });
    else if (id === 'less-heat') this.weld.say({ amps: amps === null ? null : Math.round(LESS_CURRENT * amps) });
    else if (id === 'wide-tack' || id === 'fill-crater')
      this.joints.change(leading.id, {
        settings: { ...leading.settings, root: { ...root, downSlopeS: Math.max(SLOW_END_S, set?.downSlopeS ?? 0) } },
      });
    this.weld.note({ kind: 'note', text: `Changed after the crack: ${title.toLowerCase()}` });
    this.taken.set(`Taken: ${title.toLowerCase()}. It holds for what is welded next.`);
  }

  protected percent(share: number): string {
    return `${Math.round(100 * share)} %`;
  }

  constructor() {
    const asked = computed(() => {
      const question = this.jobs.question();
      return question?.beads && question.beads.length > 0 ? question : null;
    });
    effect((onCleanup) => {
      const question = asked();
      this.taken.set('');
      if (!question) {
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
