import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LEAST_ROOM_PPM } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../kit/marks/icon';
import { RoomWatch } from '../meters';

/** Says on every page that somebody has to leave a room, until that is answered. */
@Component({
  selector: 'va-room-alarm',
  imports: [Icon, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (watch.isCalling()) {
      <div class="call" [attr.data-state]="watch.room().state" data-testid="room-alarm">
        <va-icon name="warning" />
        <div>
          <p class="what" role="alert">{{ what() }}</p>
          <p>{{ about() }}</p>
        </div>
        @if (watch.room().state === 'short') {
          <button nz-button type="button" (click)="watch.say('left')">I have left the room</button>
        } @else {
          <button nz-button type="button" (click)="watch.say('back')">I am back in it</button>
        }
      </div>
    }
  `,
  styles: `
    .call {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: var(--space-2) var(--space-4);
      padding: var(--space-3) var(--space-5);
      background: var(--do-not-wash);
      border: 4px solid var(--do-not);
      color: var(--ink);
    }
    va-icon {
      font-size: 2.6rem;
      color: var(--do-not);
    }
    div div {
      flex: 1 1 220px;
    }
    .what {
      font-size: 1.9rem;
      line-height: 1.1;
      font-weight: 800;
      color: var(--do-not);
      font-family: var(--font-display);
    }
  `,
})
export class RoomAlarm {
  protected readonly watch = inject(RoomWatch);
  // What is announced has no figure in it: it is said once, not with every reading.
  protected readonly what = computed(() =>
    this.watch.room().state === 'short'
      ? 'Leave the room. Too little oxygen.'
      : 'Stay outside. Too little oxygen inside.',
  );
  protected readonly about = computed(() => {
    const { percent, name, isFresh } = this.watch.room();
    const where = name === '' ? '' : ` (${name})`;
    const advice = 'Gas off, air in. Argon gives no warning and lies in pits and vessels.';
    if (percent === null) return advice;
    const shown = `${percent.toFixed(1)} % oxygen ${isFresh ? 'now' : 'when it was read last'}${where}`;
    if (10_000 * percent < LEAST_ROOM_PPM) return `${shown}, below ${LEAST_ROOM_PPM / 10_000} %. ${advice}`;
    return `${shown}. It is over when that has been read for half a minute.`;
  });
}
