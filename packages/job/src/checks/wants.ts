import type { PlanCode } from '@variatum/contracts';
import { held, type Check, type Contradiction } from './contradiction';
import type { Rooms } from './rooms';

/** Fields of a record a code may ask for, by its name. */
const KNOWN = new Set([
  'wants-size',
  'wants-sizes',
  'not-reckoned',
  'settings-not-reckoned',
  'stop',
  'order-of-another-length',
]);

/** What a code asks for is a field that is there, and empty. */
function faultsOf(code: PlanCode, { job }: Rooms): readonly Contradiction[] {
  const { joint, piece, size } = code as Readonly<Record<string, string | undefined>>;
  const own = joint ?? null;
  if (!KNOWN.has(code.code)) return held(own, 'wants: known', code.code, 'a code that has words');
  if (code.code === 'wants-size') {
    const asked = job.pieces.find(({ id }) => id === piece) as Readonly<Record<string, unknown>> | undefined;
    const field = size === undefined ? undefined : asked?.[size];
    const isThere = typeof field === 'object' && field !== null && 'value' in field;
    return [
      ...held(own, 'wants: a field that is there', isThere, true),
      ...(isThere ? held(own, 'wants: a field that is empty', (field as { value: unknown }).value, null) : []),
    ];
  }
  return joint === undefined
    ? []
    : held(
        own,
        'wants: a joint that is there',
        job.joints.some(({ id }) => id === joint),
        true,
      );
}

/** Whatever is wanting opens the field that answers it. */
export const wants: Check = (rooms) => rooms.plan.open.flatMap((code) => faultsOf(code, rooms));
