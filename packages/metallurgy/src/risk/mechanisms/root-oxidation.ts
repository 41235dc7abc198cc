import { ramp } from '../../arithmetic';
import figures from '../../../data/risks/root-oxidation.json';
import { ELEMENT_INDEX } from '../../composition';
import { meltsThrough } from '../../joint';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/** How far there is metal in the joint that air behind it spoils: chromium is what oxidises. */
function spoils({ pieces }: RiskSample): number {
  let share = 0;
  for (const { composition } of pieces) share = Math.max(share, ramp(composition[ELEMENT_INDEX.Cr] as number, 8, 11));
  return share;
}

/** Sugar and tint on the back of a weld that had air behind it. */
export const rootOxidation: RiskMechanism = {
  id: 'root-oxidation',
  title: 'Back of the weld oxidised',
  scope: 'joint',
  probability(sample) {
    const { joint, service } = sample;
    const slag = joint.process === 'smaw' ? figures.slag : 1;
    return (
      spoils(sample) *
      meltsThrough(sample.joint.type, sample.facts.thinnestMm) *
      slag *
      figures.shielding[joint.backShielding ?? 'unknown'] *
      figures.matters[service.environment]
    );
  },
  explain(sample) {
    const { backShielding } = sample.joint;
    return {
      drivers: [
        {
          name: 'chance that it melts through',
          value: 100 * meltsThrough(sample.joint.type, sample.facts.thinnestMm),
          unit: '%',
        },
      ],
      reason:
        spoils(sample) === 0
          ? 'No chromium here to oxidise behind the weld.'
          : backShielding === 'none'
            ? 'With air behind it the back of the weld turns to a crumbly oxide: rust, cracks and germs start there.'
            : backShielding === undefined
              ? 'How the back is shielded is not stated; with air behind it the back of the weld turns to a ' +
                'crumbly oxide.'
              : 'What air is left behind the weld tints its back; tint and oxide are where rust starts.',
      remedy:
        'Purge or dam with argon until it is cool, or do not melt through; pickle or brush the back where it can ' +
        'be reached.',
    };
  },
  ...told(figures),
};
