import { computed, inject, Injectable, resource } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from './api-client';
import { Session } from './session';

/** People of the workshop: read when first asked for, and again when somebody is signed in or the list was changed. */
@Injectable({ providedIn: 'root' })
export class People {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly read = resource({
    params: () => {
      const now = this.session.now();
      return now && now.state !== 'signed-out' ? `${now.workshop}/${now.person}` : undefined;
    },
    loader: () => firstValueFrom(this.api.ask('GET /people')),
  });
  /** Everybody, also those who have left; nobody while it is not known. */
  readonly all = computed(() => (this.read.hasValue() ? this.read.value() : []));
  private readonly names = computed(() => new Map(this.all().map(({ id, name }) => [id, name])));

  /** Name of somebody; empty while it is not known. */
  nameOf(person: string | null): string {
    return (person === null ? undefined : this.names().get(person)) ?? '';
  }

  /** Who made something, in words: empty while nobody is known to have. */
  byWords(person: string | null): string {
    const name = this.nameOf(person);
    return name === '' ? '' : `by ${name}`;
  }

  readAgain(): void {
    this.read.reload();
  }
}
