import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NumberField, ownField } from '../../kit/fields';
import { RoomWatch } from '../../meters';
import { Session } from '../../sync/session';
import { WeldPlanning } from './weld-planning';

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
  private readonly weld = inject(WeldPlanning);
  private readonly rooms = inject(RoomWatch);
  protected readonly session = inject(Session);
  protected readonly inside = ownField<number | null>(null);
  protected readonly room = ownField<number | null>(null);
  protected readonly said = signal('');

  protected logInside(event: Event): void {
    event.preventDefault();
    const ppm = this.inside.value;
    const taken = ppm !== null && this.weld.note({ kind: 'oxygen', place: 'inside', ppm });
    this.said.set(taken ? `${ppm} ppm logged.` : 'Not taken: give 0 to 300 000 ppm.');
    if (taken) this.inside.change(null);
  }

  protected logRoom(event: Event): void {
    event.preventDefault();
    const percent = this.room.value;
    if (percent === null || percent < 0 || percent > 25) {
      this.said.set('Not taken: give 0 to 25 %.');
      return;
    }
    this.weld.note({ kind: 'oxygen', place: 'room', ppm: Math.round(10_000 * percent) });
    this.rooms.type(10_000 * percent);
    this.said.set(`${percent} % logged. It holds for a minute.`);
    this.room.change(null);
  }
}
