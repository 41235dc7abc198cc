import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { JobPlan } from '../../job/job-plan';
import { rodName } from '@variatum/presentation';
import { map } from 'rxjs';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore } from '../../job/stores';
import { ChoiceGroup, fieldBy, NumberField, TextField } from '../../kit/fields';
import { Now } from '../../kit/now';
import { Panel } from '../../kit/panel';
import { MeterStore, Readings } from '../../meters';
import { OrderPlanning, PurgePlanning, PurgeWait, SettingsPlanning } from '../../planning';
import { Session } from '../../sync/session';
import { SaidAtHand } from './at-hand';
import { BeadShown } from './bead-shown';
import { CoolingWatch } from './cooling-watch';
import { JointClockList } from './joint-clock-list';
import { MeterUses } from './meter-uses';
import { OwnUnits } from './own-units';
import { PassList } from './pass-list';
import { PurgeLive } from './purge-live';
import { PurgeWatch } from './purge-watch';
import { ScreenAwake } from './screen-awake';
import { TorchMenu } from './torch-menu';
import { TorchNow } from './torch-state';
import { TorchPicture } from './torch-picture';
import { TorchView } from './torch-view';
import { LogOxygen } from './log-oxygen';
import { TypedOxygen } from './typed-oxygen';
import { WeldPlanning } from './weld-planning';

const PEOPLE = [
  { value: '0', title: 'first' },
  { value: '1', title: 'second' },
] as const;

/** At the torch: gas that runs, which joint now, what is set, every bead, and what the beads show. */
@Component({
  imports: [
    BeadShown,
    ChoiceGroup,
    JointClockList,
    MeterUses,
    NumberField,
    NzButtonModule,
    Panel,
    PassList,
    PurgeLive,
    TextField,
    TorchPicture,
    TorchView,
  ],
  providers: [
    PurgePlanning,
    Now,
    PurgeWait,
    SettingsPlanning,
    OrderPlanning,
    WeldPlanning,
    PurgeWatch,
    CoolingWatch,
    TorchNow,
    TorchMenu,
    ScreenAwake,
    OwnUnits,
    SaidAtHand,
    TypedOxygen,
    LogOxygen,
  ],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below stack">
      @if (jobs.pieces().length > 0) {
        <section class="panel now" aria-label="At the torch">
          @if (weld.order.seam(); as seam) {
            <va-torch-picture
              [kind]="seam.kind"
              [lengthMm]="seam.lengthMm"
              [steps]="weld.steps()"
              [about]="weld.about()"
              [share]="now.share()"
            />
          }
          <div class="words">
            <p class="large" data-testid="torch-what">{{ now.words().what }}</p>
            <p data-testid="torch-about">{{ now.words().about }}</p>
            <p class="small soft">{{ plan() }}</p>
            @if (session.may('work')) {
              <button nz-button nzType="primary" nzSize="large" type="button" (click)="torch(true)">
                To the torch
              </button>
            }
          </div>
        </section>
        @if (gas.isWanted()) {
          <va-purge-live />
        }
      } @else {
        <p class="panel">Add a piece under Pieces; the weld follows.</p>
      }
    </div>
    <div class="beside stack">
      <va-joint-clock-list />
      <va-panel label="Set and held">
        <div class="fields">
          <va-number-field label="Current, A" [of]="amps" />
          <va-number-field label="Rod, mm" [of]="rodMm" />
          <va-text-field label="Heat or lot of the rod" [longest]="60" [of]="lot" />
          @if (weld.order.kept().people === 2) {
            <va-choice-group label="At this device welds the" [options]="people" [of]="person" />
          }
        </div>
        <p class="small soft">
          {{ rodWords() }} Hot parts, sharp tungsten, bright arc: gloves, mask, and nobody looks unshielded.
        </p>
      </va-panel>
      <va-meter-uses />
    </div>
    <div class="through stack">
      <va-pass-list />
      <va-bead-shown />
      @for (caution of cautions(); track caution) {
        <p class="caution">{{ caution }}</p>
      }
    </div>
    @if (atTorch()) {
      <va-torch-view (left)="torch(false)" />
    }
  `,
  styles: `
    .now {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: var(--space-4);
      align-items: center;
    }
    va-torch-picture {
      height: 190px;
    }
    .words {
      display: grid;
      gap: var(--space-2);
      justify-items: start;
    }
    .large {
      font-size: 2.4rem;
      font-weight: 750;
      line-height: 1;
      font-family: var(--font-display);
    }
    @media (max-width: 700px) {
      va-torch-picture {
        height: 170px;
      }
    }
  `,
})
export class WeldStage {
  protected readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  protected readonly weld = inject(WeldPlanning);
  protected readonly now = inject(TorchNow);
  protected readonly purge = inject(PurgePlanning);
  protected readonly gas = inject(PurgeWatch);
  protected readonly session = inject(Session);
  private readonly whole = inject(JobPlan);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);

  protected readonly people = PEOPLE;
  /** The torch view stands at an address of its own: a phone that is woken comes back to it. */
  protected readonly atTorch = toSignal(this.route.queryParamMap.pipe(map((query) => query.has('torch'))), {
    initialValue: false,
  });

  protected readonly amps = fieldBy<number | null>(
    () => this.weld.atHand().amps,
    (amps) => this.weld.say({ amps }),
  );
  protected readonly rodMm = fieldBy<number | null>(
    () => this.weld.atHand().rodMm,
    (rodMm) => this.weld.say({ rodMm }),
  );
  protected readonly lot = fieldBy(
    () => this.weld.atHand().lot,
    (lot) => this.weld.say({ lot }),
  );
  protected readonly person = fieldBy<'0' | '1' | null>(
    () => (this.weld.person() === 0 ? '0' : '1'),
    (person) => person !== null && this.weld.person.set(person === '0' ? 0 : 1),
  );

  protected readonly plan = computed(() => `Order: ${this.weld.planTitle()}`);
  protected readonly rodWords = computed(() => {
    const { rod } = this.weld.atHand();
    return rod === undefined ? '' : rod === null ? 'No rod: the edges are melted together.' : `${rodName(rod)}.`;
  });
  /** Cautions where they apply to this part. */
  protected readonly cautions = computed(() => {
    const pieces = this.jobs.meeting();
    const coated = pieces.filter(({ coating }) => coating !== null && coating !== 'bare');
    const closed = this.purge.room() !== null && this.purge.ownVents().length === 0;
    return [
      ...(coated.length > 0
        ? [
            `${coated.map(({ name }) => name).join(' and ')}: coating off 25 mm beside the joint, extraction and ` +
              'the right mask. Zinc, cadmium and chromium smoke poison.',
          ]
        : []),
      ...(closed
        ? [
            'A closed space that is heated bursts: open a vent before the arc, and make sure nothing that burns ' +
              'is inside.',
          ]
        : []),
    ];
  });

  constructor() {
    void this.meters.read();
    effect(() => {
      const id = this.jobs.job()?.id;
      if (id !== undefined) untracked(() => void this.readings.readJob(id));
    });
    // The pass that is next is the one its settings are shown for.
    effect(() => {
      const pass = this.weld.about()?.pass ?? 0;
      untracked(() => this.weld.settings.pass.set(this.whole.shown()?.ways[pass]?.kind ?? 'root'));
    });
  }

  protected torch(open: boolean): void {
    void this.router.navigate([], {
      relativeTo: this.route,
      queryParams: { torch: open ? 1 : null },
      queryParamsHandling: 'merge',
    });
  }
}
