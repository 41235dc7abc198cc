import { ChangeDetectionStrategy, Component, computed, inject, resource } from '@angular/core';
import { whenWords } from '@variatum/presentation';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../sync';
import { Session } from '../sync/session';

/** Says to an owner that no backup has been made for days: what is lost then is lost. */
@Component({
  selector: 'va-backup-warning',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (words(); as said) {
      <p class="caution" role="status" data-testid="backup-warning">{{ said }}</p>
    }
  `,
})
export class BackupWarning {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly read = resource({
    params: () => (this.session.now() !== null && this.session.may('own') ? true : undefined),
    loader: () => firstValueFrom(this.api.ask('GET /backups')),
  });
  protected readonly words = computed(() => {
    const backups = this.read.hasValue() ? this.read.value() : undefined;
    if (!backups?.overdue) return null;
    const last =
      backups.lastAt === null ? 'No backup was ever made' : `The last backup was made ${whenWords(backups.lastAt)}`;
    return (
      `${last}. Leave the program running for a night, or run ./variatum backup FILE on its machine; ./variatum ` +
      'doctor says what is wrong.'
    );
  });
}
