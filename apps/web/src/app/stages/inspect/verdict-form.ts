import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { profilesOf } from '@variatum/contracts';
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
        <div class="row">
          <button nz-button nzType="primary" type="button" (click)="decide('accepted')">Accept it</button>
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
    return `${entry.says === 'accepted' ? 'Accepted' : 'Not accepted'} ${dayWords(at)}${by && ` ${by}`}, by ${entry.profile.name}${entry.state === 'met' ? '' : entry.state === 'missed' ? ', which it misses' : ', with lines not looked at'}${entry.note && `: ${entry.note}`}.`; // prettier-ignore
  });

  protected decide(says: 'accepted' | 'not-accepted'): void {
    const joint = this.joints.shown();
    const verdict = this.inspection.verdict();
    if (!joint || !verdict) return;
    const errors = this.record.add(joint.id, { kind: 'verdict', says, profile: this.inspection.profile(), state: verdict.state, note: this.note.value }, 'the decision on the joint'); // prettier-ignore
    const [wrong = ''] = Object.values(errors);
    this.note.fault.set(wrong);
    if (wrong === '') this.note.change('');
  }
}
