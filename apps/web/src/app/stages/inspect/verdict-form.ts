import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { profilesOf } from '@variatum/job';
import { acceptObstacle, inspectionLine, type AcceptObstacle, type InspectionLineId } from '@variatum/metallurgy';
import { dayWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore, RecordStore } from '../../job/stores';
import { fieldBy, ownField, SelectField, TextField, titled } from '../../kit/fields';
import { Panel } from '../../kit/panel';
import { WorkshopStore } from '../../settings/workshop-store';
import { People } from '../../sync/people';
import { Session } from '../../sync/session';
import { Inspection } from './inspection';

/** Which profile the job is held to, and a person's word on the joint. */
@Component({
  selector: 'va-verdict-form',
  imports: [NzButtonModule, Panel, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Decide on it" about="acceptance-profile">
      <va-select-field label="Held to" [options]="profiles()" [of]="profile" />
      <p class="small soft">{{ inspection.profile().note }}</p>
      @if (last(); as words) {
        <p role="status" data-testid="decided">{{ words }}</p>
      }
      @if (session.may('check')) {
        <va-text-field label="Why, where it is not plain" [longest]="500" [of]="note" />
        @if (obstacle()?.code === 'crack') {
          <p class="caution" data-testid="never">
            A crack is never accepted. Repair it, look again, and log "none" for cracks.
          </p>
        }
        @if (asks(); as words) {
          <p class="caution" role="alert" data-testid="asks">{{ words }}</p>
        }
        <div class="row">
          @if (obstacle()?.code !== 'crack') {
            <button nz-button nzType="primary" type="button" (click)="accept()">
              {{ asks() ? 'Accept it all the same' : 'Accept it' }}
            </button>
          }
          <button nz-button type="button" (click)="decide('not-accepted')">Do not accept it</button>
        </div>
      }
      <p class="small soft">
        The program advises; whoever is responsible decides. A code, a drawing or an inspector goes before all of it.
      </p>
    </va-panel>
  `,
})
export class VerdictForm {
  protected readonly inspection = inject(Inspection);
  protected readonly session = inject(Session);
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly record = inject(RecordStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly people = inject(People);

  protected readonly note = ownField('');
  protected readonly profiles = computed(() =>
    titled(profilesOf(this.workshops.workshop()).map(({ id, name }) => ({ id, title: name }))),
  );
  protected readonly profile = fieldBy<string | null>(
    () => this.inspection.profile().id,
    (acceptance) => this.jobs.change({ acceptance }),
  );
  protected readonly last = computed(() => {
    const decided = this.record.decided().get(this.joints.shown()?.id ?? '');
    if (!decided) return '';
    const { entry, madeBy, at } = decided;
    const by = this.people.byWords(madeBy);
    return (
      `${entry.says === 'accepted' ? 'Accepted' : 'Not accepted'} ${dayWords(at)}${by && ` ${by}`}, by ` +
      `${entry.profile.name}` +
      (entry.state === 'met' ? '' : entry.state === 'missed' ? ', which it misses' : ', with lines not looked at') +
      `${entry.note && `: ${entry.note}`}.`
    );
  });

  /** What stands against accepting it. */
  protected readonly obstacle = computed(() => {
    const verdict = this.inspection.verdict();
    return verdict && acceptObstacle(verdict);
  });
  /** The state it was asked about in, as it then stood: what changes since is asked about again. */
  private readonly askedAbout = signal<string | null>(null);
  /** What is asked before a joint with open or missed lines is accepted; empty: nothing is asked. */
  protected readonly asks = computed(() => {
    const obstacle = this.obstacle();
    if (obstacle?.code !== 'say-why' || this.askedAbout() !== this.keyOf(obstacle)) return '';
    const titles = (lines: readonly InspectionLineId[]): string =>
      lines.map((line) => inspectionLine(line).title).join('; ');
    const parts = [
      obstacle.missed.length > 0 ? `Missed: ${titles(obstacle.missed)}.` : '',
      obstacle.close.length > 0 ? `Too close to tell: ${titles(obstacle.close)}.` : '',
      obstacle.open.length > 0 ? `Not looked at: ${titles(obstacle.open)}.` : '',
    ];
    return [...parts, 'Say why, and accept it again.'].filter(Boolean).join(' ');
  });
  private keyOf(obstacle: AcceptObstacle): string {
    return `${this.joints.shown()?.id ?? ''} ${JSON.stringify(obstacle)}`;
  }

  protected accept(): void {
    const obstacle = this.obstacle();
    if (obstacle?.code === 'say-why') {
      const isAskedAgain = this.asks() !== '';
      this.askedAbout.set(this.keyOf(obstacle));
      if (!isAskedAgain) return;
      if (this.note.value.trim() === '') {
        this.note.fault.set('say why it is accepted all the same');
        return;
      }
    }
    this.decide('accepted');
    this.askedAbout.set(null);
  }

  protected decide(says: 'accepted' | 'not-accepted'): void {
    const joint = this.joints.shown();
    const verdict = this.inspection.verdict();
    if (!joint || !verdict) return;
    const profile = this.inspection.profile();
    const entry = { kind: 'verdict', says, profile, state: verdict.state, note: this.note.value } as const;
    const errors = this.record.add(joint.id, entry, 'the decision on the joint');
    const [wrong = ''] = Object.values(errors);
    this.note.fault.set(wrong);
    if (wrong === '') this.note.change('');
  }
}
