import { computed, inject, Injectable, resource } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from './api-client';

/** How other machines reach the program: read once for all who say it. */
@Injectable({ providedIn: 'root' })
export class NetworkInfo {
  private readonly api = inject(ApiClient);
  private readonly read = resource({ loader: () => firstValueFrom(this.api.ask('GET /network')) });
  /** null while it is not known. */
  readonly told = computed(() => (this.read.hasValue() ? this.read.value() : null));
}
