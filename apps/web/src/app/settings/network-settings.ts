import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Panel } from '../kit/panel';
import { QrPicture } from '../kit/qr-picture';
import { NetworkInfo } from '../sync/network';

/** How tablets and phones reach the program: its addresses, and what they must trust first. */
@Component({
  selector: 'va-network-settings',
  imports: [Panel, QrPicture, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Network" heading="Other machines">
      @if (network(); as of) {
        @if (of.first; as address) {
          <div class="row wide">
            <va-qr-picture [text]="of.authority ? address + 'trust' : address" />
            <div class="stack words">
              <p>
                Reached at
                <strong class="figure">{{ of.addresses.join(', ') }}</strong>
              </p>
              @if (of.authority; as authority) {
                <p>
                  A device that has not been here yet reads the picture and
                  <a routerLink="/trust">trusts the authority of this machine</a>
                  first. Fingerprint to compare:
                </p>
                <p class="figure small">{{ authority.fingerprint }}</p>
              }
            </div>
          </div>
        } @else {
          <p>
            The program is there on its own machine only. Give the owner a name and password, then start it with
            <code>./variatum start --listen 0.0.0.0</code>
            ; tablets and phones in the same network reach it from then on, encrypted.
          </p>
        }
      }
    </va-panel>
  `,
  styles: `
    .wide {
      gap: var(--space-5);
      align-items: flex-start;
    }
    .words {
      flex: 1 1 260px;
      overflow-wrap: anywhere;
    }
  `,
})
export class NetworkSettings {
  private readonly info = inject(NetworkInfo);
  protected readonly network = computed(() => {
    const told = this.info.told();
    return told && { ...told, first: told.addresses[0] };
  });
}
