import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CRACK_PLACES, OUTCOMES, type CrackPlace, type Outcome } from '@variatum/metallurgy';
import { CRACK_PLACE_WORDS, daysBetween, OUTCOME_WORDS, serviceWords, today } from '@variatum/presentation';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore, RecordStore } from '../../job/stores';
import { ChoiceGroup, DateField, fieldBy, ownField, TextField, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { People } from '../../sync/people';
import { Session } from '../../sync/session';
import { RecordedList, type RecordedRow } from './recorded-list';

/** How the part did since: when it went to work, when it is to be seen again, and how it was found. */
@Component({
  selector: 'va-outcome-panel',
  imports: [ChoiceGroup, DateField, NzButtonModule, Panel, RecordedList, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="How it did">
      <va-recorded-list data-testid="outcomes" [rows]="rows()" empty="Nothing is known yet of how it did." />
      @if (session.may('check')) {
        <form class="in-line" (submit)="goOut($event)" aria-label="Put to work">
          <va-date-field label="Put to work on" [of]="outOn" />
          <button nz-button type="submit">Log</button>
        </form>
        @if (outOn.error) {
          <p class="field-error" role="alert">{{ outOn.error }}</p>
        }
        <form class="in-line" (submit)="remind($event)" aria-label="Look again">
          <va-date-field label="Look again on" [of]="againOn" />
          <button nz-button type="submit">Remind</button>
        </form>
        @if (againOn.error) {
          <p class="field-error" role="alert">{{ againOn.error }}</p>
        }
        <va-choice-group label="Seen again: it" [options]="outcomes" [of]="outcome" />
        @if (outcome.value !== null) {
          <form class="stack" (submit)="see($event)" aria-label="Seen again">
            <va-date-field label="Seen on" [of]="seenOn" />
            @if (seenOn.error) {
              <p class="field-error" role="alert">{{ seenOn.error }}</p>
            }
            @if (joints.all().length > 1 && outcome.value !== 'held') {
              <va-choice-group label="At" [options]="jointOptions()" [of]="at" />
            }
            @if (outcome.value === 'cracked' || outcome.value === 'leaked') {
              <va-choice-group clear label="Where" [options]="places" [of]="where" />
            }
            <va-text-field label="What was seen" [longest]="500" [of]="note" />
            <button nz-button nzType="primary" type="submit">Log how it did</button>
          </form>
        }
      }
      <a class="small" routerLink="/logbook" [queryParams]="likes()">Past jobs like this one</a>
    </va-panel>
  `,
})
export class OutcomePanel {
  private readonly record = inject(RecordStore);
  protected readonly joints = inject(JointStore);
  protected readonly session = inject(Session);
  private readonly jobs = inject(JobStore);
  private readonly people = inject(People);

  protected readonly outcomes = titled(OUTCOMES, OUTCOME_WORDS);
  protected readonly places = titled(CRACK_PLACES, CRACK_PLACE_WORDS);
  protected readonly jointOptions = computed(() =>
    this.joints.all().map(({ id }, index) => ({ value: id, title: `joint ${index + 1}` })),
  );
  protected readonly outOn = ownField<string | undefined>(today());
  protected readonly againOn = ownField<string | undefined>(undefined);
  protected readonly seenOn = ownField<string | undefined>(today());
  protected readonly outcome = ownField<Outcome | null>(null);
  protected readonly where = ownField<CrackPlace | null>(null);
  protected readonly note = ownField('');
  private readonly chosenJoint = ownField<string | null>(null);
  protected readonly at = fieldBy<string | null>(
    () => this.chosenJoint.value ?? this.joints.shown()?.id ?? null,
    (id) => this.chosenJoint.change(id),
  );

  /** What the logbook is searched by. */
  protected readonly likes = computed(() => {
    const job = this.jobs.job();
    const type = this.joints.leading()?.joint.type;
    const { environment } = job?.service ?? {};
    return {
      metals: (job?.families ?? []).join(','),
      ...(type ? { joint: type } : {}),
      ...(environment ? { service: environment } : {}),
      except: job?.id,
    };
  });

  protected readonly rows = computed(() => {
    const out = this.record.standing('in-service').at(-1)?.entry.on ?? null;
    const all = [
      ...this.record.standing('in-service'),
      ...this.record.standing('look-again'),
      ...this.record.standing('seen'),
    ];
    return all
      .sort((one, other) => (one.at < other.at ? -1 : 1))
      .map(({ id, entry, madeBy, jointId }): RecordedRow => {
        const joint =
          jointId === null || this.joints.all().length < 2 ? '' : `, joint ${this.joints.numberOf(jointId)}`;
        const words =
          entry.kind === 'in-service'
            ? `Put to work ${entry.on}`
            : entry.kind === 'look-again'
              ? `To be looked at again ${entry.on}`
              : `${entry.on}: ` +
                `${OUTCOME_WORDS[entry.outcome]}${joint}` +
                (entry.where ? `, ${CRACK_PLACE_WORDS[entry.where]}` : '') +
                (out !== null && out <= entry.on ? `, after ${serviceWords(daysBetween(out, entry.on))} at work` : '') +
                (entry.note && `: ${entry.note}`);
        return { id, words, by: this.people.byWords(madeBy) };
      });
  });

  protected goOut(event: Event): void {
    event.preventDefault();
    this.outOn.fault.set(
      this.record.add(null, { kind: 'in-service', on: this.outOn.value ?? '' }, 'the day it went to work')['on'] ?? '',
    );
  }

  protected remind(event: Event): void {
    event.preventDefault();
    this.againOn.fault.set(
      this.record.add(null, { kind: 'look-again', on: this.againOn.value ?? '' }, 'the reminder')['on'] ?? '',
    );
  }

  protected see(event: Event): void {
    event.preventDefault();
    const outcome = this.outcome.value;
    if (outcome === null) return;
    const jointId = outcome === 'held' ? null : this.at.value;
    const errors = this.record.add(
      jointId,
      { kind: 'seen', on: this.seenOn.value ?? '', outcome, where: this.where.value, note: this.note.value },
      'how it did',
    );
    this.seenOn.fault.set(errors['on'] ?? '');
    this.note.fault.set(errors['note'] ?? '');
    if (Object.keys(errors).length > 0) return;
    this.outcome.change(null);
    this.where.change(null);
    this.note.change('');
  }
}
