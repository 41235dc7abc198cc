import { computed, inject, Injectable } from '@angular/core';
import type { OwnPass } from '@variatum/contracts';
import { keptOrder, settingPassOfKind, USUAL_PROCESS, wayOfKind } from '@variatum/job';
import { PROCESSES, RODS } from '@variatum/metallurgy';
import { PROCESS_WORDS, rodName } from '@variatum/presentation';
import { JobPlan } from '../job/job-plan';
import { JointStore } from '../job/stores';
import { fieldBy } from '../kit/fields';
import { SettingsPlanning } from './settings-planning';

/** Stands for a pass that is fused. */
const NO_ROD = 'none';

/** How the pass looked at is made: with the rod and the process of its joint, or otherwise. */
@Injectable()
export class PassPlanning {
  private readonly plan = inject(JobPlan);
  private readonly joints = inject(JointStore);
  private readonly settings = inject(SettingsPlanning);

  private readonly kept = computed(() => keptOrder(this.joints.leading()?.seamOrder));
  private readonly usual = computed(() => ({
    rod: this.plan.shown()?.rod.used ?? null,
    process: this.joints.joint().process ?? USUAL_PROCESS,
  }));
  private readonly way = computed(() => wayOfKind(this.kept(), this.usual(), this.settings.pass()));
  readonly isWash = computed(() => this.settings.pass() === 'wash');
  readonly isOwn = computed(() => this.kept().ownPasses[settingPassOfKind(this.settings.pass())] !== undefined);
  readonly words = computed(() => {
    const { rod, process } = this.way();
    const how = `${rodName(rod)}, ${PROCESS_WORDS[process]}`;
    return this.isOwn() && !this.isWash() ? `${how}, otherwise than the joint` : how;
  });
  readonly processes = PROCESSES.map((value) => ({ value, title: PROCESS_WORDS[value] }));
  /** Rods the process of the pass takes, and none. */
  readonly rods = computed(() => [
    { value: NO_ROD, title: rodName(null) },
    ...RODS.filter(({ processes }) => processes.includes(this.way().process)).map(({ id }) => ({
      value: id as string,
      title: id as string,
    })),
  ]);
  readonly rod = fieldBy<string | null>(
    () => this.way().rod ?? NO_ROD,
    (value) => this.say({ rod: value === NO_ROD ? null : value }),
  );
  readonly process = fieldBy<OwnPass['process'] | undefined>(
    () => this.way().process,
    (value) => {
      const process = value ?? USUAL_PROCESS;
      const { rod } = this.way();
      // A rod that is not made for it cannot stay.
      const stays = rod === null || RODS.some(({ id, processes }) => id === rod && processes.includes(process));
      this.say({ process, ...(stays ? {} : { rod: this.sameMetal(rod, process) }) });
    },
  );
  readonly washes = computed(() => this.kept().wash);

  wash(wash: boolean): void {
    this.change({ wash });
    if (!wash && this.isWash()) this.settings.pass.set('cap');
  }

  /** The pass is made as its joint says. */
  asTheJoint(): void {
    const { [settingPassOfKind(this.settings.pass())]: _own, ...ownPasses } = this.kept().ownPasses;
    this.change({ ownPasses });
  }

  /** A rod of the same weld metal that a process takes; none where there is none. */
  private sameMetal(rod: string, process: OwnPass['process']): string | null {
    const deposit = RODS.find(({ id }) => id === rod)?.deposit;
    return RODS.find((one) => one.deposit === deposit && one.processes.includes(process))?.id ?? null;
  }

  private say(changes: Partial<OwnPass>): void {
    const kind = this.settings.pass();
    if (kind === 'wash') return;
    const { rod, process } = this.way();
    this.change({ ownPasses: { ...this.kept().ownPasses, [kind]: { rod, process, ...changes } } });
  }

  private change(changes: Partial<ReturnType<typeof this.kept>>): void {
    const leading = this.joints.leading();
    if (leading) this.joints.change(leading.id, { seamOrder: { ...keptOrder(leading.seamOrder), ...changes } });
  }
}
