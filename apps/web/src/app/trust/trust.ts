import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { dayWords } from '@variatum/presentation';
import { Page } from '../kit/page';
import { Panel } from '../kit/panel';
import { QrPicture } from '../kit/qr-picture';
import { requestTo } from '../sync';
import { NetworkInfo } from '../sync/network';

/** How a tablet or phone comes to trust this program: the address as a picture, the authority, and the steps. */
@Component({
  imports: [Page, Panel, QrPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Trust this program on a tablet or phone" [width]="900">
      @if (told(); as of) {
        @if (of.first; as address) {
          <va-panel label="1. Open this page there">
            <div class="row wide">
              <va-qr-picture [text]="address + 'trust'" />
              <p>
                Read the picture with the camera, or type
                <strong class="figure">{{ address }}trust</strong>
                <br />
                <span class="small soft">
                  The first time the browser warns that it does not know this machine. Go on only if what it shows is
                  the fingerprint below.
                </span>
              </p>
            </div>
          </va-panel>
        } @else {
          <p class="panel">
            The program is there on its own machine only. Started with
            <code>./variatum start --listen 0.0.0.0</code>
            tablets and phones in the same network reach it.
          </p>
        }
        @if (of.authority; as authority) {
          <va-panel label="2. Fetch the authority and compare">
            <p>
              Fetch
              <a [href]="file" download>the authority of this machine</a>
              (good until {{ authority.until }}) and compare its fingerprint (SHA-256) with what an owner sees under
              Settings on the machine itself:
            </p>
            <p class="figure fingerprint" data-testid="fingerprint">{{ authority.fingerprint }}</p>
            <p class="small soft">
              It can speak for this machine and for addresses of networks like this one, for nothing else in the world.
            </p>
          </va-panel>
          <va-panel label="3. Trust it">
            <ol>
              <li>
                <strong>Android:</strong>
                Settings, Security, Encryption and credentials, Install a certificate, CA certificate; choose the file.
              </li>
              <li>
                <strong>iPad and iPhone:</strong>
                open the file, then Settings, Profile downloaded, Install; then General, About, Certificate Trust
                Settings: switch it on.
              </li>
              <li>
                <strong>Windows:</strong>
                open the file, Install certificate, Local machine, Trusted root certification authorities.
              </li>
              <li>
                <strong>macOS:</strong>
                open the file in Keychain Access, System, then Get info, Trust: Always trust.
              </li>
              <li>
                <strong>Linux:</strong>
                in the browser's settings, Certificates, Authorities, Import; trust it for websites.
              </li>
            </ol>
            <p>
              Then open
              <a [href]="of.first">{{ of.first }}</a>
              again: no warning is left, and the browser offers to install the program.
            </p>
          </va-panel>
        } @else if (of.first) {
          <p class="panel">Its certificate is trusted by browsers as it is: nothing need be done here.</p>
        }
      }
    </va-page>
  `,
  styles: `
    .wide {
      gap: var(--space-5);
    }
    .wide p {
      flex: 1 1 260px;
      overflow-wrap: anywhere;
    }
    .fingerprint {
      overflow-wrap: anywhere;
      font-size: 1.1rem;
    }
    ol {
      display: grid;
      gap: var(--space-2);
    }
  `,
})
export class Trust {
  protected readonly file = requestTo('GET /network/authority').url;
  private readonly info = inject(NetworkInfo);
  protected readonly told = computed(() => {
    const told = this.info.told();
    if (!told) return null;
    const { addresses, authority } = told;
    return {
      first: addresses[0],
      authority: authority && { fingerprint: authority.fingerprint, until: dayWords(authority.until) },
    };
  });
}
