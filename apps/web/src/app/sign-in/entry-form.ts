import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';

/**
 * A form somebody comes in by: its fields are put between its tags, what is wrong besides stands above its one button.
 */
@Component({
  selector: 'va-entry-form',
  imports: [FormsModule, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel stack" (ngSubmit)="sent.emit()" [attr.aria-label]="button()">
      <h1>{{ heading() }}</h1>
      <ng-content />
      @if (said(); as words) {
        <p class="wrong" role="alert">{{ words }}</p>
      }
      <button nz-button nzType="primary" nzSize="large" type="submit" [disabled]="busy()">{{ button() }}</button>
      <ng-content select="[after]" />
    </form>
  `,
  styles: `
    :host {
      display: grid;
      justify-items: center;
      padding: var(--space-5) var(--space-3);
    }
    form {
      width: min(460px, 100%);
    }
    .wrong {
      color: var(--do-not);
      font-weight: 650;
    }
  `,
})
export class EntryForm {
  readonly heading = input.required<string>();
  readonly button = input.required<string>();
  readonly said = input('');
  readonly busy = input(false);
  readonly sent = output();
}
