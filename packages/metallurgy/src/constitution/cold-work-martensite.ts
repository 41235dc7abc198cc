import { exp, power } from '../arithmetic';
import constants from '../../data/constitution/constants.json';

/**
 * Fraction of austenite turned to martensite by cold work at room temperature, 0 to 1: what makes a bent 304 pull a
 * magnet.
 * @param md30C Nohara's temperature, °C
 * @param strain true strain, 0 to about 0.6
 * Source: sigmoidal form after Olson and Cohen (1975); constants are a calibration, an estimate.
 */
export function coldWorkMartensite(md30C: number, strain: number): number {
  if (strain <= 0) return 0;
  const { strainAtReference, referenceC, scaleC, exponent } = constants.coldWorkMartensite;
  const halfStrain = strainAtReference * exp((referenceC - md30C) / scaleC);
  return 1 / (1 + power(halfStrain / strain, exponent));
}
