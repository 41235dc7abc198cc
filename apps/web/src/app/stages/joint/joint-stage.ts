import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { JointFacts } from './joint-facts';
import { JointPool } from './joint-pool';
import { JointPictures } from './joint-pictures';
import { JointStarter } from './joint-starter';

/** How pieces meet and how they are welded: the joint looked at in section and along its seam, its choices beside. */
@Component({
  imports: [Icon, JointFacts, JointPictures, JointStarter, NzButtonModule],
  providers: [JointPool],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below">
      @if (jobs.pieces().length > 0) {
        <va-joint-pictures (sizeChosen)="facts()?.openFit()" />
      }
    </div>
    <div class="beside stack">
      @if (jobs.pieces().length === 0) {
        <section class="panel"><p>Add a piece under Pieces; how it meets others is said here.</p></section>
      } @else {
        <va-joint-facts />
        <va-joint-starter />
        @for (joint of joints.withdrawn(); track joint.id) {
          <div>
            <button nz-button nzType="text" type="button" (click)="joints.setWithdrawn(joint.id, false)">
              <va-icon name="bring-back" />
              Bring back a joint
            </button>
          </div>
        }
      }
      @for (message of otherErrors(); track message) {
        <p class="field-error" role="alert">{{ message }}</p>
      }
    </div>
  `,
})
export class JointStage {
  protected readonly jobs = inject(JobStore);
  protected readonly joints = inject(JointStore);
  protected readonly facts = viewChild(JointFacts);
  /** What is wrong stands at its field where it has one. */
  protected readonly otherErrors = computed(() =>
    Object.entries(this.joints.errors()).flatMap(([path, message]) =>
      path === 'joint.dilution' || path.startsWith('fit.') || path.startsWith('sides.') || path.startsWith('lengthMm')
        ? []
        : [message],
    ),
  );
}
