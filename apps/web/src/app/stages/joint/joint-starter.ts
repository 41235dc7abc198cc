import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { assemblyPiece } from '@variatum/job';
import { likelyJoints } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore, JointStore, PartSelection, PartStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';

/** Another joint: between the piece looked at and the one it is likeliest to meet. */
@Component({
  selector: 'va-joint-starter',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (joints.all().length > 0) {
      <div>
        <button nz-button type="button" (click)="start()">
          <va-icon name="add" />
          Add a joint of {{ words() }}
        </button>
      </div>
    }
  `,
})
export class JointStarter {
  private readonly jobs = inject(JobStore);
  protected readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly selection = inject(PartSelection);

  /** Pieces the next joint is likeliest to be of: one that no joint names yet, and the one looked at or the first. */
  protected readonly pair = computed(() => {
    const base = this.jobs.pieces().filter(({ kind }) => kind === 'base');
    const named = new Set(this.joints.all().flatMap(({ sides }) => sides.map(({ piece }) => piece)));
    const looked = base.find(({ id }) => id === this.selection.piece());
    const free = base.find(({ id }) => !named.has(id) && id !== looked?.id);
    const first = looked ?? base.find(({ id }) => id !== free?.id) ?? base[0];
    const second = free ?? base.find(({ id }) => id !== first?.id);
    return [first, second].flatMap((piece) => piece ?? []);
  });
  protected readonly words = computed(() =>
    this.pair()
      .map(({ id }) => this.part.letters().get(id) ?? '')
      .join(' and '),
  );

  protected start(): void {
    const pieces = this.pair();
    const [type = 'bevel'] = likelyJoints(pieces.map(assemblyPiece));
    this.joints.join(
      type,
      pieces.map(({ id }) => id),
    );
  }
}
