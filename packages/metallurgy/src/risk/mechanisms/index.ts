import type { RiskMechanism } from '../mechanism';
import { austeniticCracking } from './austenitic-cracking';
import { carbonMigration } from './carbon-migration';
import { carbonSteelCracking } from './carbon-steel-cracking';
import { castIron } from './cast-iron';
import { contamination } from './contamination';
import { corrosionMatch } from './corrosion-match';
import { duplexBalance } from './duplex-balance';
import { embrittlement475 } from './embrittlement-475';
import { excessFerrite } from './excess-ferrite';
import { ferriticHaz } from './ferritic-haz';
import { ferriticWeld } from './ferritic-weld';
import { fusionBoundary } from './fusion-boundary';
import { hazHardening } from './haz-hardening';
import { liquation } from './liquation';
import { lowTemperature } from './low-temperature';
import { martensite } from './martensite';
import { scalingLimit } from './scaling-limit';
import { sensitisation } from './sensitisation';
import { shieldingGas } from './shielding-gas';
import { sigmaPhase } from './sigma-phase';
import { solidificationCracking } from './solidification-cracking';
import { strengthMatch } from './strength-match';
import { thermalMismatch } from './thermal-mismatch';

/** Every mechanism, in the order they are reported when equally bad. */
export const RISK_MECHANISMS: readonly RiskMechanism[] = [
  solidificationCracking,
  austeniticCracking,
  carbonSteelCracking,
  martensite,
  hazHardening,
  castIron,
  shieldingGas,
  lowTemperature,
  corrosionMatch,
  sigmaPhase,
  embrittlement475,
  sensitisation,
  scalingLimit,
  duplexBalance,
  strengthMatch,
  thermalMismatch,
  carbonMigration,
  contamination,
  liquation,
  ferriticHaz,
  ferriticWeld,
  excessFerrite,
  fusionBoundary,
];
