import { checkIdentifyInput, InputError, type TestEntry } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { addFieldTest, strikeOutFieldTest } from './store';

export const fieldTestHandlers = {
  'POST /pieces/:id/tests': async ({ context, path, body }) => {
    checkEntry(body.entry);
    return addFieldTest(context, path.id, body);
  },
  'POST /tests/:id/strike-out': ({ context, path, body }) => strikeOutFieldTest(context, path.id, body.reason),
} satisfies Partial<Handlers>;

/** The core's own check, with paths as the request body has them. */
function checkEntry(entry: TestEntry): void {
  try {
    checkIdentifyInput({ tests: [entry] });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new InputError(
      error.errors.map(({ path, message }) => ({ path: path.replace(/^tests\.0/, 'entry'), message })),
    );
  }
}
