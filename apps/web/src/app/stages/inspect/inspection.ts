import { computed, inject, Injectable, linkedSignal, signal, untracked } from '@angular/core';
import { Subject } from 'rxjs';
import type { JobRecordEntry } from '@variatum/contracts';
import {
  inspectionLine,
  LINES,
  stateOfFinding,
  type Finding,
  type InspectionLineId,
  type JudgedLine,
  type LineState,
} from '@variatum/metallurgy';
import { JointStore, PartStore, RecordStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';

type FoundEntry = Extract<JobRecordEntry, { kind: 'finding' }>;

/** A finding that stands, by the number it has in picture and list. */
export interface NumberedFinding {
  readonly finding: Finding;
  readonly number: number;
  readonly state: LineState;
  /** What to do about it; empty where nothing is. */
  readonly mend: readonly string[];
}

/** The joint looked at as it is inspected: what is asked, what stands, and what is looked at next. */
@Injectable()
export class Inspection {
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly record = inject(RecordStore);
  private readonly workshops = inject(WorkshopStore);

  readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  readonly profile = this.record.profile;
  readonly verdict = computed(() => this.record.verdicts().get(this.joints.shown()?.id ?? '') ?? null);
  /** All findings that stand, in the order they were made. */
  readonly findings = computed<readonly NumberedFinding[]>(() =>
    (this.verdict()?.lines ?? [])
      .flatMap(({ findings, finding: worst, mend }) =>
        findings.map((finding) => ({ finding, mend: finding === worst ? mend : [] })),
      )
      .sort((one, other) => one.finding.atMs - other.finding.atMs)
      .map(({ finding, mend }, index) => ({
        finding,
        mend,
        number: index + 1,
        state: stateOfFinding(inspectionLine(finding.line), finding, this.verdict()?.profile ?? this.profile()),
      })),
  );
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
    return (
      lines.find(({ state }) => state === 'open')?.line ??
      lines.find(({ state }) => state !== 'met')?.line ??
      LINES[0]!.id
    );
  });
  readonly chosen = linkedSignal<string, InspectionLineId>({
    source: () => this.joints.shown()?.id ?? '',
    // What somebody else logs meanwhile does not change what one is about to log.
    computation: () => untracked(this.first),
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
    const errors = this.record.add(
      joint.id,
      { kind: 'finding', line: this.chosen(), atMm: this.atMm(), ...found },
      'the finding',
    );
    if (Object.keys(errors).length === 0) this.next();
    return errors;
  }
}
