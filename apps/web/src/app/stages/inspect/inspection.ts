import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { Subject } from 'rxjs';
import { profileOfJob, type JobRecordEntry } from '@variatum/contracts';
import { inspectionLine, LINES, type InspectionLineId, type JudgedLine } from '@variatum/metallurgy';
import { JobStore, JointStore, PartStore, RecordStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';

type FoundEntry = Extract<JobRecordEntry, { kind: 'finding' }>;

/** The joint looked at as it is inspected: what is asked, what stands, and what is looked at next. */
@Injectable()
export class Inspection {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly record = inject(RecordStore);
  private readonly workshops = inject(WorkshopStore);

  readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  readonly profile = computed(() => {
    const { service = {}, acceptance = null } = this.jobs.job() ?? {};
    return profileOfJob({ service, acceptance }, this.workshops.workshop());
  });
  readonly verdict = computed(() => this.record.verdicts().get(this.joints.shown()?.id ?? '') ?? null);
  /** Lines worth showing: what is asked, and what was found besides. */
  readonly lines = computed<readonly JudgedLine[]>(() =>
    (this.verdict()?.lines ?? []).filter(({ asked, state }) => asked || state !== 'open'),
  );
  /** Lines nobody asks for here; they may be looked at all the same. */
  readonly others = computed(() =>
    (this.verdict()?.lines ?? []).filter(({ asked, state }) => !asked && state === 'open'),
  );
  /** The line that is looked at: the first that is missed or open, until another one is chosen. */
  private readonly first = computed<InspectionLineId>(() => {
    const lines = this.lines();
    return lines.find(({ state }) => state === 'open')?.line ?? lines.find(({ state }) => state !== 'met')?.line ?? LINES[0]!.id; // prettier-ignore
  });
  readonly chosen = linkedSignal<string, InspectionLineId>({
    source: () => this.joints.shown()?.id ?? '',
    computation: () => this.first(),
  });
  readonly line = computed(() => inspectionLine(this.chosen()));

  /** The seam as places on it are tapped; null while its length is not known. */
  readonly seam = computed(() => {
    const id = this.joints.shown()?.id;
    const lengthMm = this.part.joints().get(id ?? '')?.seamMm.value ?? null;
    const laid = this.part.layout().joints.find((joint) => joint.id === id);
    if (!laid?.seam || lengthMm === null || lengthMm <= 0) return null;
    return { kind: laid.seam.closed ? ('ring' as const) : ('line' as const), lengthMm };
  });
  /** Place the next finding is at, mm along the seam; null: all of it. */
  readonly atMm = signal<number | null>(null);

  /** Somebody chose what is looked at. */
  readonly wanted = new Subject<void>();

  choose(line: InspectionLineId): void {
    this.chosen.set(line);
    this.wanted.next();
  }

  /** Goes on with what is looked at next. */
  next(): void {
    this.chosen.set(this.first());
    this.atMm.set(null);
  }

  /**
   * Logs a finding at the joint looked at and goes on.
   * @returns what is wrong with it, by field; empty when it was taken
   */
  log(found: Omit<FoundEntry, 'kind' | 'line' | 'atMm'>): Readonly<Record<string, string>> {
    const joint = this.joints.shown();
    if (!joint) return {};
    const errors = this.record.add(joint.id, { kind: 'finding', line: this.chosen(), atMm: this.atMm(), ...found }, 'the finding'); // prettier-ignore
    if (Object.keys(errors).length === 0) this.next();
    return errors;
  }
}
