import type { RiskMechanism } from '../mechanism';
import { acidMatch } from './acid-match';
import { austeniticCracking } from './austenitic-cracking';
import { carbonMigration } from './carbon-migration';
import { carbonSteelCracking } from './carbon-steel-cracking';
import { castIron } from './cast-iron';
import { causticCracking } from './caustic-cracking';
import { chlorideStressCorrosion } from './chloride-stress-corrosion';
import { contamination } from './contamination';
import { copperPickup } from './copper-pickup';
import { corrosionMatch } from './corrosion-match';
import { creepMatch } from './creep-match';
import { creviceCorrosion } from './crevice-corrosion';
import { ductilityDip } from './ductility-dip';
import { duplexBalance } from './duplex-balance';
import { embrittlement475 } from './embrittlement-475';
import { excessFerrite } from './excess-ferrite';
import { ferriticHaz } from './ferritic-haz';
import { ferriticWeld } from './ferritic-weld';
import { fusingAlone } from './fusing-alone';
import { fusionBoundary } from './fusion-boundary';
import { galvanicLoss } from './galvanic-loss';
import { hazHardening } from './haz-hardening';
import { hazSensitisation } from './haz-sensitisation';
import { hydrogenInBead } from './hydrogen-in-bead';
import { knifeLineAttack } from './knife-line-attack';
import { liquation } from './liquation';
import { liquidMetal } from './liquid-metal';
import { lowTemperature } from './low-temperature';
import { lowTemperaturePiece } from './low-temperature-piece';
import { martensite } from './martensite';
import { nitrogenLoss } from './nitrogen-loss';
import { parentEmbrittlement } from './parent-embrittlement';
import { relaxationCracking } from './relaxation-cracking';
import { rootOxidation } from './root-oxidation';
import { scalingLimit } from './scaling-limit';
import { sensitisation } from './sensitisation';
import { shieldingGas } from './shielding-gas';
import { sigmaPhase } from './sigma-phase';
import { solidificationCracking } from './solidification-cracking';
import { strengthMatch } from './strength-match';
import { sulphurMismatch } from './sulphur-mismatch';
import { thermalMismatch } from './thermal-mismatch';
import { unfitPiece } from './unfit-piece';

/** Every mechanism, in the order they are reported when equally bad. */
export const RISK_MECHANISMS: readonly RiskMechanism[] = [
  solidificationCracking,
  austeniticCracking,
  carbonSteelCracking,
  martensite,
  hazHardening,
  castIron,
  liquidMetal,
  unfitPiece,
  shieldingGas,
  hydrogenInBead,
  fusingAlone,
  lowTemperature,
  lowTemperaturePiece,
  corrosionMatch,
  acidMatch,
  rootOxidation,
  chlorideStressCorrosion,
  causticCracking,
  sigmaPhase,
  embrittlement475,
  parentEmbrittlement,
  relaxationCracking,
  ductilityDip,
  sensitisation,
  hazSensitisation,
  knifeLineAttack,
  scalingLimit,
  creepMatch,
  duplexBalance,
  nitrogenLoss,
  strengthMatch,
  thermalMismatch,
  carbonMigration,
  contamination,
  copperPickup,
  liquation,
  ferriticHaz,
  ferriticWeld,
  excessFerrite,
  fusionBoundary,
  creviceCorrosion,
  galvanicLoss,
  sulphurMismatch,
];

const positions = (holds: (mechanism: RiskMechanism) => boolean): Int32Array =>
  Int32Array.from(RISK_MECHANISMS.flatMap((mechanism, index) => (holds(mechanism) ? [index] : [])));

/** Positions of the mechanisms that no rod changes. */
export const JOINT_MECHANISMS = positions(({ scope }) => scope === 'joint');
/** Positions of the mechanisms that rods differ in. */
export const BEAD_MECHANISMS = positions(({ scope }) => scope === 'bead');
/** Positions of the mechanisms for which the worst place of the weld decides. */
export const ANYWHERE_MECHANISMS = positions(({ anywhere }) => anywhere === true);
