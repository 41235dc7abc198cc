import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { HelpNote } from './marks/help-note';
import { Icon } from './marks/icon';
import type { IconName } from './marks/icons';

/**
 * A part of a page with its heading. What stands beside the heading is marked `aside`, the rest between its tags.
 * @example <va-panel label="Passes" heading="From root to cap" about="dilution">…</va-panel>
 */
@Component({
  selector: 'va-panel',
  imports: [HelpNote, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="label()">
      @if (title(); as words) {
        <div class="row between">
          <h2 class="row tight">
            @if (icon(); as name) {
              <va-icon [name]="name" />
            }
            {{ words }}
            @if (about(); as term) {
              <va-help-note [about]="term" />
            }
          </h2>
          <ng-content select="[aside]" />
        </div>
      }
      <ng-content />
    </section>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
  `,
})
export class Panel {
  /** Name of the part. */
  readonly label = input.required<string>();
  /** Words of the heading where they are not the name; null for a part without one. */
  readonly heading = input<string | null>();
  readonly icon = input<IconName>();
  /** Term a note explains beside the heading. */
  readonly about = input<string>();
  protected readonly title = computed(() => {
    const heading = this.heading();
    return heading === undefined ? this.label() : heading;
  });
}
