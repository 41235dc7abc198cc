import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatTemperature, laidOut, type JudgedPlan, type PlanFault } from '@variatum/metallurgy';
import { minutesWords, pullSentence, pullWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { OrderPlanning, OrderRound } from '../../planning';
import { HeatPlay } from './heat-play';
import { RunningNote } from './running-note';

const FAULTS: Readonly<Record<PlanFault, string>> = {
  forbidden: 'This order welds what must stay free.',
  unreached: 'This order welds what nobody reaches.',
  gap: 'This order leaves a gap.',
};

/** Orders a joint can be welded in: what each takes, where it pulls; one of them is the plan the weld follows. */
@Component({
  selector: 'va-order-panel',
  imports: [NzButtonModule, OrderRound, RunningNote],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel" aria-label="Order">
      <p class="small soft head">
        Order of a pass, {{ title() }}
        <va-running-note
          name="search"
          doing="searching"
          againWords="Search"
          [running]="planning.search()"
          (again)="planning.searchAnew()"
        />
      </p>
      @if (planning.shown(); as plan) {
        <div class="two">
          <va-order-round
            [kind]="planning.seam()?.kind ?? 'ring'"
            [lengthMm]="planning.seam()?.lengthMm ?? 1"
            [plan]="plan"
            [tacks]="planning.tacks()?.at ?? []"
            [pullWords]="pullOf(plan)"
            [nowS]="play.nowS()"
            [closed]="closed()"
            [turned]="turnedRuns()"
          />
          <div class="facts">
            <p>
              <strong class="figure minutes" data-testid="order-minutes">{{ minutes(plan) }}</strong>
              <span class="small soft">{{ plan.title }}</span>
            </p>
            <p class="small" data-testid="order-pull">{{ pulls(plan) }}</p>
            @if (met(plan); as words) {
              <p class="small">{{ words }}</p>
            }
            @if (turns(); as words) {
              <p class="small" data-testid="order-turns">{{ words }}</p>
            }
            @for (fault of faults(); track fault) {
              <p class="small warn" data-testid="order-fault">{{ fault }}</p>
            }
            @if (planning.isChosen()) {
              <p class="chosen" data-testid="chosen">This is the plan for the weld.</p>
            } @else {
              <button nz-button nzType="primary" type="button" (click)="planning.choose(plan)">
                Weld in this order
              </button>
            }
            @if (planning.outdated()) {
              <p class="small warn">A plan was chosen for another length of this seam; choose anew.</p>
            }
          </div>
        </div>
      } @else {
        <p class="soft none">{{ planning.wants() }}</p>
      }
    </section>
  `,
  styles: `
    .panel {
      background: var(--raised);
      padding: 8px var(--space-3) 8px;
      display: grid;
      gap: 8px;
      align-content: start;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
      gap: var(--space-2);
    }
    va-order-round {
      height: 232px;
    }
    .facts {
      display: grid;
      gap: 6px;
      align-content: start;
    }
    .facts > p:first-child {
      display: grid;
    }
    .minutes {
      font-size: 1.35rem;
      line-height: 1.15;
    }
    .chosen {
      color: var(--low);
      font-weight: 650;
    }
    .warn {
      color: var(--high);
    }
    .none {
      padding: var(--space-4) 0;
    }
    @media (max-width: 700px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class OrderPanel {
  protected readonly planning = inject(OrderPlanning);
  protected readonly play = inject(HeatPlay);
  private readonly joints = inject(JointStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly lengthUnit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  private readonly temperatureUnit = computed(() => this.workshops.workshop()?.temperatureUnit ?? '°C');
  protected readonly title = computed(() => this.joints.title().toLowerCase());

  /** Stretches that are shaded in the picture: out of reach, or to stay free. */
  protected readonly closed = computed(() => {
    const question = this.planning.question();
    if (!question) return [];
    return [
      ...laidOut(question, question.outOfReach).map((stretch) => ({ ...stretch, why: 'reach' as const })),
      ...laidOut(question, question.left).map((stretch) => ({ ...stretch, why: 'left' as const })),
    ];
  });
  protected readonly turnedRuns = computed(() =>
    this.planning
      .turned()
      .filter(({ run: { pass } }) => pass === 0)
      .map(({ turned }) => turned),
  );
  protected readonly turns = computed(() => {
    const turned = this.planning.turned().filter((one) => one.turned).length;
    const how = this.planning.seam()?.kind === 'ring' ? 'Roll the part' : 'Turn the part';
    return turned === 0 ? null : `${how} ${turned === 1 ? 'once' : `${turned} times`}: ↻ in the picture.`;
  });
  protected readonly faults = computed(() => this.planning.faults().map((fault) => FAULTS[fault]));

  protected minutes({ judged }: JudgedPlan): string {
    return minutesWords(judged.minutes);
  }

  protected pullOf({ judged }: JudgedPlan): string {
    return pullWords(judged.pull, this.lengthUnit());
  }

  protected pulls({ judged }: JudgedPlan): string {
    return pullSentence(judged.pull, this.planning.seam()?.kind ?? 'ring', this.lengthUnit());
  }

  protected met({ judged }: JudgedPlan): string | null {
    const { peakInterpassC } = judged;
    const limit = this.planning.question()?.interpassC ?? null;
    if (peakInterpassC === null || limit === null) return null;
    return (
      `Meets metal at ${formatTemperature(Math.round(peakInterpassC), this.temperatureUnit())} at most between ` +
      `passes; limit ${formatTemperature(limit, this.temperatureUnit())}.`
    );
  }
}
