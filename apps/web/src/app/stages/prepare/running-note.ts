import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { OrderPlanning } from '../../planning';

/** How far a long computation is, with a button that stops it, and one that begins it anew once it was stopped. */
@Component({
  selector: 'va-running-note',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (running().done !== null) {
      <span role="status" [attr.data-testid]="name() + '-running'">· {{ doing() }} {{ percent() }} %</span>
      <button nz-button nzSize="small" type="button" (click)="planning.stop()">Stop</button>
    } @else if (running().stopped) {
      <span role="status" [attr.data-testid]="name() + '-stopped'">· stopped</span>
      <button nz-button nzSize="small" type="button" (click)="again.emit()">{{ againWords() }}</button>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class RunningNote {
  protected readonly planning = inject(OrderPlanning);
  readonly name = input.required<'search' | 'heat'>();
  readonly running = input.required<{ readonly done: number | null; readonly stopped: boolean }>();
  readonly doing = input.required<string>();
  readonly againWords = input.required<string>();
  readonly again = output();
  protected readonly percent = computed(() => Math.round(100 * (this.running().done ?? 0)));
}
