import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PersonSettings, TEXT_SIZES } from './person-settings';
import { ChoiceGroup, fieldBy, TextField, titled } from '../kit/fields';
import { Panel } from '../kit/panel';
import { AcceptanceSettings } from './acceptance-settings';
import { GasesSettings } from './gases-settings';
import { HabitsSettings } from './habits-settings';
import { MeterSettings } from './meter-settings';
import { NetworkSettings } from './network-settings';
import { TabletSettings } from './tablet-settings';
import { MachinesSettings } from './machines-settings';
import { PeopleSettings } from './people-settings';
import { RatesSettings } from './rates-settings';
import { SignInSettings } from './sign-in-settings';
import { WorkshopFileSettings } from './workshop-file-settings';
import { WorkshopStore } from './workshop-store';
import { PAGE_SYNC } from '../sync';
import { ConflictPanel } from '../sync/conflict-panel';
import { Saving } from '../sync/saving';
import { Session } from '../sync/session';
import { Page } from '../kit/page';

/** What the workshop has and likes, and how this person wants the page. */
@Component({
  imports: [
    Page,
    AcceptanceSettings,
    ChoiceGroup,
    ConflictPanel,
    GasesSettings,
    HabitsSettings,
    MachinesSettings,
    MeterSettings,
    NetworkSettings,
    TabletSettings,
    PeopleSettings,
    SignInSettings,
    NzButtonModule,
    Panel,
    RatesSettings,
    Saving,
    TextField,
    WorkshopFileSettings,
  ],
  providers: [PAGE_SYNC, WorkshopStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-page heading="Settings" [width]="1100">
      <va-saving aside />
      <va-conflict-panel [of]="store.document" />
      <va-panel label="This page" heading="This page, for you on this machine">
        <div class="row wide">
          <va-choice-group label="Theme" [options]="themes" [of]="theme" />
          <va-choice-group label="Text" [options]="sizes" [of]="textSize" />
          <va-choice-group label="Pen in the" [options]="hands" [of]="hand" />
        </div>
      </va-panel>
      @if (store.fields(); as of) {
        <va-panel label="Workshop" heading="The workshop">
          <div class="fields">
            <va-text-field label="Name" [longest]="80" [of]="of.name" />
            <va-choice-group label="Lengths without a unit" [options]="lengths" [of]="of.lengthUnit" />
            <va-choice-group label="Temperatures" [options]="temperatures" [of]="of.temperatureUnit" />
            <va-choice-group label="Gas flows" [options]="flows" [of]="of.flowUnit" />
          </div>
        </va-panel>
        <va-people-settings />
        @if (session.now()?.state === 'signed-in') {
          <va-sign-in-settings />
        }
        @if (session.now()?.state === 'signed-in' && session.may('own')) {
          <va-tablet-settings />
        }
        @if (session.may('own') && !session.now()?.offered?.length) {
          <va-network-settings />
        }
        @if (session.may('work')) {
          <va-meter-settings />
        }
        <va-machines-settings />
        <va-gases-settings />
        <va-habits-settings />
        <va-acceptance-settings />
        <va-rates-settings />
        @if (session.may('own')) {
          <va-workshop-file-settings />
        }
      } @else if (store.document.reading() === 'unanswered') {
        <p class="panel" role="alert">
          The settings cannot be read: the server does not answer.
          <button nz-button type="button" (click)="store.open()">Try again</button>
        </p>
      }
    </va-page>
  `,
  styles: `
    .wide {
      gap: var(--space-4) var(--space-5);
      align-items: flex-start;
    }
  `,
})
export class Settings {
  protected readonly store = inject(WorkshopStore);
  protected readonly session = inject(Session);
  private readonly person = inject(PersonSettings);

  protected readonly theme = fieldBy(this.person.theme, (theme) => this.person.theme.set(theme));
  protected readonly textSize = fieldBy(this.person.textSize, (size) => this.person.textSize.set(size));
  protected readonly hand = fieldBy(this.person.hand, (hand) => this.person.hand.set(hand));
  protected readonly themes = [
    { value: 'day', title: 'Day' },
    { value: 'dim', title: 'Dim workshop' },
  ] as const;
  protected readonly sizes = titled(TEXT_SIZES);
  protected readonly hands = [
    { value: 'right', title: 'right hand' },
    { value: 'left', title: 'left hand' },
  ] as const;
  protected readonly lengths = [
    { value: 'mm', title: 'millimetres' },
    { value: 'in', title: 'inches' },
  ] as const;
  protected readonly temperatures = titled(['°C', '°F']);
  protected readonly flows = titled(['L/min', 'cfh']);

  constructor() {
    void this.store.open();
    inject(DestroyRef).onDestroy(() => this.store.document.flush());
  }
}
