import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { whenWords } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { ownField, TextField } from '../kit/fields';
import { Panel } from '../kit/panel';
import { saidAt } from '../sign-in/said';
import { ApiClient } from '../sync';
import { Session } from '../sync/session';

/** Tablets of the workshop: browsers at which people change by a tap and a short number. */
@Component({
  selector: 'va-tablet-settings',
  imports: [FormsModule, NzButtonModule, Panel, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Tablets" heading="Tablets on the bench">
      <p>
        At a tablet of the workshop everybody taps their name and gives a short number, which is worth nothing anywhere
        else. After half an hour without work it asks who is there. Sign in with your password on the tablet itself, and
        make it one here.
      </p>
      <ul class="entries">
        @for (one of tablets(); track one.id) {
          <li>
            <span>
              <strong>{{ one.name }}</strong>
              <span class="small soft">
                {{ one.endedAt === null ? 'since ' + moment(one.since) : 'ended ' + moment(one.endedAt)
                }}{{ one.here ? ', this browser' : '' }}
              </span>
            </span>
            @if (one.endedAt === null) {
              <button nz-button type="button" (click)="end(one.id)">End</button>
            }
          </li>
        }
      </ul>
      @if (!isTablet()) {
        <form class="in-line" (ngSubmit)="enrol()" aria-label="Make a tablet of this browser">
          <va-text-field label="Name of this tablet" [longest]="60" placeholder="as in: TIG bench" [of]="name" />
          <button nz-button type="submit">Make this browser a tablet</button>
        </form>
      }
      @if (said(); as words) {
        <p role="status">{{ words }}</p>
      }
    </va-panel>
  `,
})
export class TabletSettings {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly read = resource({ loader: () => firstValueFrom(this.api.ask('GET /tablets')) });
  protected readonly tablets = computed(() => (this.read.hasValue() ? this.read.value() : []));
  protected readonly isTablet = computed(() => this.session.tablet() !== null);
  protected readonly name = ownField('');
  protected readonly said = signal('');
  protected readonly moment = whenWords;

  protected async enrol(): Promise<void> {
    await this.change(async () => {
      await firstValueFrom(this.api.ask('POST /tablets', { body: { name: this.name.value } }));
      this.name.change('');
      await this.session.ask();
      this.said.set('This browser is a tablet of the workshop now. Sign out, and whoever works taps their name.');
    });
  }

  protected async end(id: string): Promise<void> {
    await this.change(async () => {
      await firstValueFrom(this.api.ask('POST /tablets/:id/end', { path: { id }, body: {} }));
      await this.session.ask();
    });
  }

  private async change(act: () => Promise<void>): Promise<void> {
    this.said.set('');
    try {
      await act();
    } catch (error) {
      this.said.set(saidAt(error, { name: this.name }));
    }
    this.read.reload();
  }
}
