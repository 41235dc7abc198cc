import type { RankedRod } from '../rod';

/**
 * Names under which guidance may list a ranked rod: its class, the bare rod of its weld metal, and for cast iron the
 * electrode that stands where a rod of the same metal is used.
 */
function namesOf({ rod, deposit }: Pick<RankedRod, 'rod' | 'deposit'>): readonly (string | null)[] {
  const names: (string | null)[] = [rod];
  if (deposit) names.push(deposit);
  if (deposit === 'ERNi-1') names.push('ENi-CI');
  if (deposit === 'ERNiFeMn-CI') names.push('ENiFe-CI');
  if (deposit === 'ER70S-3') names.push('ER70S-6');
  return names;
}

/** Whether a ranked rod is one of a list of guidance. */
export const isAmong = (rod: Pick<RankedRod, 'rod' | 'deposit'>, list: readonly (string | null)[]): boolean =>
  namesOf(rod).some((name) => list.includes(name));
