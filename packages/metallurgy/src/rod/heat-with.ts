import { checkChooseInput, type ChooseInput } from './choose-input';
import { heatAdvice, type HeatAdvice } from './heat-advice';

/**
 * What heat a joint calls for with a rod, whichever is recommended.
 * @param rod its class; null: none is fed
 * @throws InputError as `choose`
 */
export function heatWith(input: ChooseInput, rod: string | null): readonly HeatAdvice[] {
  const { pieces, joint, service, fillers } = checkChooseInput({ ...input, rods: rod === null ? [] : [rod] });
  return heatAdvice(pieces, joint, service, rod === null ? null : (fillers.find((one) => one.rod)?.rod ?? null));
}
