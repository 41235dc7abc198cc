import { computed, inject, Injectable, signal } from '@angular/core';
import type { SettingOverrides } from '@variatum/contracts';
import { currentOf, PASS_KINDS, type Current, type PassKind } from '@variatum/job';
import { formatFlow, formatLength, LIMITS, settingRemarks, type TorchSettings } from '@variatum/metallurgy';
import { rodWithin, throughWords } from '@variatum/presentation';
import { JobPlan } from '../job/job-plan';
import { JobStore, JointStore, PartStore } from '../job/stores';
import { fieldBy, type FieldOf } from '../kit/fields';
import { WorkshopStore } from '../settings/workshop-store';

type Name = keyof SettingOverrides;

/** A line of the card. */
export interface SettingLine {
  readonly name: Name;
  readonly title: string;
  readonly unit: string;
  readonly words: string;
  readonly range: string;
  readonly reckoned: string;
  /** Whether the welder set it otherwise. */
  readonly own: boolean;
  readonly field: FieldOf<number | null>;
}

const TITLES: Readonly<Record<Name, readonly [title: string, unit: string]>> = {
  amps: ['Current', 'A'],
  rodMm: ['Rod', 'mm'],
  tungstenMm: ['Tungsten', 'mm'],
  cup: ['Cup, gas lens', ''],
  torchLpm: ['Torch gas', 'L/min'],
  preFlowS: ['Pre-flow', 's'],
  startAmps: ['Start', 'A'],
  upSlopeS: ['Up-slope', 's'],
  downSlopeS: ['Down-slope', 's'],
  endAmps: ['End', 'A'],
  postFlowS: ['Post-flow', 's'],
};
const NAMES = Object.keys(TITLES) as Name[];
const RANGES: Readonly<Record<Name, readonly [number, number]>> = {
  amps: LIMITS.machineAmperes,
  rodMm: LIMITS.rodDiameterMm,
  tungstenMm: LIMITS.rodDiameterMm,
  cup: LIMITS.cupNumber,
  torchLpm: LIMITS.flowLpm,
  preFlowS: LIMITS.slopeS,
  startAmps: LIMITS.machineAmperes,
  upSlopeS: LIMITS.slopeS,
  downSlopeS: LIMITS.slopeS,
  endAmps: LIMITS.machineAmperes,
  postFlowS: LIMITS.slopeS,
};

/** Settings at the torch for the joint looked at, and what the welder sets otherwise. */
@Injectable()
export class SettingsPlanning {
  private readonly plan = inject(JobPlan);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  readonly pass = signal<PassKind>('root');
  /** Kinds of passes there are settings for. */
  readonly kinds = computed(() =>
    PASS_KINDS.filter((kind) => kind !== 'wash' || this.plan.shown()?.kept.wash === true),
  );

  /** The rod of the pass looked at: its own, else the one that was decided or leads; undefined: none is known. */
  readonly rod = computed<string | null | undefined>(() => {
    const shown = this.plan.shown();
    const way = shown?.ways.find(({ kind }) => kind === this.pass());
    return way && shown?.rod.used !== undefined ? way.rod : shown?.rod.used;
  });
  /** Settings of the pass looked at as they are reckoned; null while they are not. */
  readonly reckoned = computed<TorchSettings | null>(() => this.plan.shown()?.settings[this.pass()] ?? null);
  /** Tacks are set as the root is; null while that is not reckoned. */
  readonly tack = computed(() => this.plan.shown()?.settings.root?.tack ?? null);
  /** Current of a pass: what the welder set, else as reckoned; null while neither is there. */
  ampsOf(pass: PassKind): Current | null {
    return currentOf(this.joints.leading(), pass, this.plan.shown()?.settings[pass]?.amps);
  }

  /** Current of the root as it is set, else as reckoned, A; null while neither is there. */
  readonly amps = computed<number | null>(() => this.ampsOf('root')?.[1] ?? null);

  /**
   * Settings of the pass looked at as they are set; what nobody set otherwise as reckoned. null while neither is there.
   */
  readonly set = computed<SettingOverrides | null>(() => {
    const found = this.reckoned();
    if (!found) return null;
    const reckoned = NAMES.flatMap((name) => {
      const value = name === 'amps' ? found.amps[1] : found[name];
      return value === null ? [] : [[name, value]];
    });
    return { ...Object.fromEntries(reckoned), ...this.own() } as SettingOverrides;
  });

  readonly heading = computed(() => {
    const [shown, rod] = [this.joints.shown(), this.rod()];
    const which = shown ? `Joint ${this.joints.numberOf(shown.id)}` : 'Settings';
    return rod === undefined ? which : `${which}, ${rodWithin(rod)}`;
  });
  readonly waiting = computed(() =>
    this.jobs.pieces().length === 0
      ? 'Add a piece under Pieces; settings follow.'
      : this.joints.shown()
        ? 'Reckoning the settings'
        : 'Describe a joint under Joint; settings follow.',
  );
  private readonly own = computed<SettingOverrides>(() => {
    const pass = this.pass();
    return pass === 'wash' ? {} : (this.joints.leading()?.settings[pass] ?? {});
  });
  readonly overridden = computed(() => Object.keys(this.own()).length > 0);

  readonly lines = computed<readonly SettingLine[] | null>(() => {
    const found = this.reckoned();
    if (!found) return null;
    const own = this.own();
    return NAMES.flatMap((name): SettingLine[] => {
      const value = name === 'amps' ? found.amps[1] : found[name];
      if (value === null && own[name] === undefined) return [];
      const [title, unit] = TITLES[name];
      const shown = own[name] ?? value ?? 0;
      const [low, , high] = found.amps;
      return [
        {
          name,
          title,
          unit,
          words: this.words(name, shown),
          reckoned: value === null ? '' : this.words(name, value),
          range: name === 'amps' && own.amps === undefined ? `${low} to ${high} A` : '',
          own: own[name] !== undefined,
          field: this.fields[name],
        },
      ];
    });
  });

  /** What follows from what is set otherwise, and from the machine. */
  readonly remarks = computed(() => {
    const [found, shown] = [this.reckoned(), this.plan.shown()];
    const planned = shown?.passes[shown.ways.findIndex(({ kind }) => kind === this.pass())];
    const through = planned && throughWords(planned, this.part.letters());
    return found ? [...settingRemarks(found, this.own()), ...(through ? [through] : [])] : [];
  });
  readonly tackWords = computed(() => {
    const [found, tack, amps] = [this.reckoned(), this.tack(), this.plan.shown()?.tackAmps];
    if (!found || !tack) return '';
    const { seconds, wide } = tack;
    return (
      `Tacks at ${amps} A for ${seconds[0]} to ${seconds[1]} ` +
      `s${wide ? ', wide and filled, with a slow end' : ', quick and small'}.${
        found.pulse
          ? ` Pulse if you like: ${found.pulse.peakAmps} A and ${found.pulse.backgroundAmps} A, ` +
            `${found.pulse.perSecond} a second, ${Math.round(100 * found.pulse.onShare)} % on.`
          : ''
      }`
    );
  });
  readonly reasons = computed(() =>
    (this.reckoned()?.reasons ?? []).map(({ setting, reason, source }) => ({
      title: setting === 'tack' ? 'Tacks' : setting === 'pulse' ? 'Pulse' : (TITLES[setting as Name]?.[0] ?? setting),
      reason,
      source,
    })),
  );

  reset(): void {
    this.setAll({});
  }

  private readonly fields: Readonly<Record<Name, FieldOf<number | null>>> = Object.fromEntries(
    NAMES.map((name) => [
      name,
      fieldBy<number | null>(
        () => this.own()[name] ?? null,
        (value) => {
          const { [name]: _old, ...rest } = this.own();
          this.setAll(value === null ? rest : { ...rest, [name]: value });
        },
        () => (this.joints.errors()[`settings.${this.pass()}.${name}`] ? `give ${RANGES[name].join(' to ')}` : null),
      ),
    ]),
  ) as Record<Name, FieldOf<number | null>>;

  private setAll(overrides: SettingOverrides): void {
    const leading = this.joints.leading();
    const pass = this.pass();
    if (!leading || pass === 'wash') return;
    this.joints.change(leading.id, { settings: { ...leading.settings, [pass]: overrides } });
  }

  private words(name: Name, value: number): string {
    const workshop = this.workshops.workshop();
    switch (name) {
      case 'rodMm':
      case 'tungstenMm':
        return formatLength(value, workshop?.lengthUnit ?? 'mm');
      case 'torchLpm':
        return formatFlow(value, workshop?.flowUnit ?? 'L/min');
      case 'cup':
        return `no. ${value}`;
      default:
        return `${value} ${TITLES[name][1]}`;
    }
  }
}
