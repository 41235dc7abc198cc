import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LIMITS } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JointStore } from '../../job/stores';
import { fieldBy, ownField, SelectField, TextField } from '../../kit/fields';

/** Joints that are planned once: more of the one looked at, or the one looked at declared alike to another. */
@Component({
  selector: 'va-alike-joints',
  imports: [NzButtonModule, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      <p class="small">{{ words() }}</p>
      <div class="row add">
        <va-text-field label="How many more alike" inputmode="decimal" [longest]="2" [of]="more" />
        <button nz-button type="button" (click)="add()">Add them</button>
      </div>
      @if (others().length > 0) {
        <va-select-field
          label="This one is alike to"
          clear
          placeholder="none: planned by itself"
          [options]="others()"
          [of]="alikeTo"
        />
      }
    </div>
  `,
  styles: `
    .stack {
      padding: var(--space-2) 0;
    }
    .add {
      align-items: flex-end;
      flex-wrap: nowrap;
    }
  `,
})
export class AlikeJoints {
  private readonly joints = inject(JointStore);
  protected readonly more = ownField('');
  protected readonly words = computed(() => {
    const { length } = this.joints.alike();
    return length > 1
      ? `${length} joints are alike: planned once, welded and logged one by one.`
      : 'Alike joints are planned once, welded and logged one by one.';
  });
  protected readonly others = computed(() => {
    const shown = this.joints.shown();
    return this.joints
      .leaders()
      .flatMap(({ id }) => (id === shown?.id ? [] : [{ value: id, title: `Joint ${this.joints.numberOf(id)}` }]));
  });
  protected readonly alikeTo = fieldBy<string | null>(
    () => this.joints.shown()?.alikeTo ?? null,
    (to) => {
      const shown = this.joints.shown();
      if (shown) this.joints.setAlike(shown.id, to);
    },
  );

  protected add(): void {
    const count = Number(this.more.value.trim());
    const most = LIMITS.pieceCount[1];
    const right = Number.isInteger(count) && count >= 1 && count <= most;
    this.more.fault.set(right ? '' : `give a whole number from 1 to ${most}`);
    if (!right) return;
    this.joints.addAlike(count);
    this.more.change('');
  }
}
