import data from '../../data/settings.json';
import type { TorchSettings } from './torch-settings';

/** Settings a welder sets otherwise, as far as something follows from them. */
export interface SetOtherwise {
  readonly amps?: number | undefined;
  readonly downSlopeS?: number | undefined;
  readonly postFlowS?: number | undefined;
}

/** What follows where settings are set otherwise than reckoned, in a sentence each. */
export function settingRemarks(
  { amps: [low, , high], limitA, downSlopeS, postFlowS }: TorchSettings,
  own: SetOtherwise,
): readonly string[] {
  const { overRange, underRange, shortSlope, shortPostFlow } = data.remarks;
  const { amps } = own;
  const remarks: string[] = [];
  if (amps !== undefined) {
    if (amps > high * overRange)
      remarks.push(
        `${amps} A is ${Math.round((100 * amps) / high - 100)} % over the range: the pool is hard to hold, and ` +
          'the colour goes wide.',
      );
    if (amps < low * underRange)
      remarks.push(`${amps} A is under the range: the pool is slow to form and the edges cook beside it.`);
    if (limitA !== null && amps > limitA)
      remarks.push(`The machine gives about ${Math.round(limitA)} A on its socket.`);
  }
  if (own.downSlopeS !== undefined && downSlopeS !== null && own.downSlopeS < shortSlope * downSlopeS)
    remarks.push('A short down-slope leaves a crater: it is where cracks begin.');
  if (own.postFlowS !== undefined && postFlowS !== null && own.postFlowS < shortPostFlow * postFlowS)
    remarks.push('With so little post-flow the crater takes colour.');
  return remarks;
}
