import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NumberField, ownField } from '../../kit/fields';
import { Session } from '../../sync/session';
import { LogOxygen } from './log-oxygen';

/** Oxygen as a display shows it, typed in: it counts like a reading that was sent, from the moment it is logged. */
@Component({
  selector: 'va-type-oxygen',
  imports: [NumberField, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (session.may('work')) {
      <details>
        <summary>Type in what a display shows</summary>
        <form class="in-line" (submit)="logInside($event)" aria-label="Oxygen inside, read off a display">
          <va-number-field label="Oxygen inside, ppm" [of]="inside" />
          <button nz-button type="submit">Log</button>
        </form>
        <form class="in-line" (submit)="logRoom($event)" aria-label="Oxygen of the room, read off a display">
          <va-number-field label="Oxygen of the room, %" [of]="room" />
          <button nz-button type="submit">Log</button>
        </form>
        @if (said(); as words) {
          <p role="status">{{ words }}</p>
        }
      </details>
    }
  `,
  styles: `
    details[open] {
      display: grid;
      gap: var(--space-2);
    }
    summary {
      cursor: pointer;
      min-height: var(--target);
      align-content: center;
    }
  `,
})
export class TypeOxygen {
  private readonly oxygen = inject(LogOxygen);
  protected readonly session = inject(Session);
  protected readonly inside = ownField<number | null>(null);
  protected readonly room = ownField<number | null>(null);
  protected readonly said = signal('');

  protected logInside(event: Event): void {
    event.preventDefault();
    const ppm = this.inside.value;
    const wrong = this.oxygen.inside(ppm);
    this.said.set(wrong || `${ppm} ppm logged.`);
    if (wrong === '') this.inside.change(null);
  }

  protected logRoom(event: Event): void {
    event.preventDefault();
    const percent = this.room.value;
    const wrong = this.oxygen.room(percent);
    this.said.set(wrong || `${percent} % logged. It holds for a minute.`);
    if (wrong === '') this.room.change(null);
  }
}
