import { signal } from '@angular/core';
import type { OwnField } from '../kit/fields';
import { saidAt } from './said';

/**
 * An attempt to come in: whether it is under way, and what the server said against it besides what stands at its
 * fields.
 */
export function entry(fields: Readonly<Record<string, OwnField<string>>>, attempt: () => Promise<void>) {
  const [said, busy] = [signal(''), signal(false)];
  return {
    said: said.asReadonly(),
    busy: busy.asReadonly(),
    async make(): Promise<void> {
      busy.set(true);
      said.set('');
      try {
        await attempt();
      } catch (error) {
        said.set(saidAt(error, fields));
      } finally {
        busy.set(false);
      }
    },
  };
}
