import type { JointRecord, PlannedPass } from '@variatum/contracts';
import { MOST_THROUGH } from '@variatum/metallurgy';
import { currentOf } from '../questions';
import { held, type Check } from './contradiction';

/** Whether a recommended current melts through a side that should stay. */
function meltsTooOften(
  { kind, shouldComeThrough, meltsThrough }: PlannedPass,
  { settings }: Pick<JointRecord, 'settings'>,
): boolean {
  const isSet = kind !== 'wash' && Object.values(settings).some(({ amps }) => amps !== undefined && amps !== null);
  // Weld metal has no wall of its own: what lies beside it is not what is melted.
  if (shouldComeThrough || isSet || meltsThrough.length < 2) return false;
  return meltsThrough.some(({ probability }) => probability > MOST_THROUGH);
}

/** Current, travel and energy of settings, plan and heat are one; less than all of the arc stays in the metal. */
export const heat: Check = ({ plan, joints, whole }) =>
  plan.joints.flatMap((own, index) => {
    const rooms = joints.find(({ joint }) => joint === own.id);
    const [root] = own.passes;
    const leader = whole.joints[index]?.facts.leader;
    if (!rooms?.settings || !root || !leader) return [];
    const amps = currentOf(leader, 'root', rooms.settings.amps)?.[1];
    const arc = rooms.heat?.seam.arcs[0];
    return [
      ...held(own.id, 'heat: current of the root', root.amps.median, amps),
      ...(arc
        ? [
            ...held(own.id, 'heat: current', arc.amps, amps),
            ...held(own.id, 'heat: travel', arc.travelMmPerS, root.travelMmPerS),
          ]
        : []),
      ...own.passes.flatMap((pass) => {
        const burnt = rooms.heat?.seam.arcs[pass.number - 1];
        // Volts times amperes over millimetres a second are joules a millimetre.
        const arcEnergy = (pass.volts * pass.amps.median) / pass.travelMmPerS / 1000;
        return [
          ...(burnt ? held(own.id, 'heat: current of a pass', burnt.amps, pass.amps.median) : []),
          ...held(own.id, 'heat: arc energy', pass.arcEnergyKJPerMm, arcEnergy),
          ...held(own.id, 'heat: input below the arc’s', pass.heatInputKJPerMm < arcEnergy, true),
          // What is alike is set as the one it is alike to, whatever metal it is of itself.
          ...(own.alikeTo === null
            ? held(own.id, 'heat: melts through more often than is borne', meltsTooOften(pass, leader), false)
            : []),
        ];
      }),
    ];
  });
