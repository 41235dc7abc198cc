import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What a field says below itself: what is wrong with it, or else what it understood. */
@Component({
  selector: 'va-field-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (error(); as message) {
      <span class="field-error" role="alert">{{ message }}</span>
    } @else if (understood(); as words) {
      <span class="small soft" aria-live="polite">{{ words }}</span>
    }
  `,
})
export class FieldSaid {
  readonly error = input.required<string | null | undefined>();
  readonly understood = input<string | null>(null);
}
