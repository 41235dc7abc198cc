import { curve, ramp } from '../arithmetic';
import figures from '../../data/risks/scaling-limit.json';
import { ELEMENT_INDEX } from '../composition';

const BY_CHROMIUM = curve(figures.byChromium);
const FERRITIC = curve(figures.ferriticByChromium);
const CYCLED = curve(figures.cycled.austenitic);
const CYCLED_FERRITIC = curve(figures.cycled.ferritic);

/** How far metal is austenitic rather than ferritic by its nickel, 0 to 1. */
const withNickel = (nickel: number): number =>
  ramp(nickel, figures.nickelFrom[0] as number, figures.nickelFrom[1] as number);

/**
 * Limit to which metal keeps its scale in air, heated throughout, °C: by chromium, and by nickel above 20 %, which
 * keeps the scale on.
 * @param composition mass percent in element order
 */
export function scalingLimitOf(composition: Float64Array): number {
  const chromium = composition[ELEMENT_INDEX.Cr] as number;
  const nickel = composition[ELEMENT_INDEX.Ni] as number;
  const austenitic = BY_CHROMIUM(chromium);
  const share = withNickel(nickel);
  const [some, enough] = figures.nickelWantsChromium as [number, number];
  const kept =
    figures.perNickelAbove20 * Math.min(figures.nickelAtMost, Math.max(0, nickel - 20)) * ramp(chromium, some, enough);
  const limit = share * (austenitic + kept) + (1 - share) * FERRITIC(chromium);
  const alone = figures.nickelAlone * ramp(nickel, 40, 60);
  return Math.min(figures.limitAtMost, Math.max(limit, alone));
}

/**
 * What heating and cooling over and over does to that limit, K: austenitic metal, which grows and shrinks most, loses
 * its scale; ferritic metal keeps it.
 * @param composition mass percent in element order
 */
export function cycledShift(composition: Float64Array): number {
  const chromium = composition[ELEMENT_INDEX.Cr] as number;
  const nickel = composition[ELEMENT_INDEX.Ni] as number;
  const [from, to] = figures.cycled.nickelRelief as [number, number];
  const share = withNickel(nickel);
  // Plain steel has no scale to lose.
  const stainless = ramp(chromium, 8, 11);
  return (
    stainless * (share * CYCLED(chromium) * (1 - ramp(nickel, from, to)) + (1 - share) * CYCLED_FERRITIC(chromium))
  );
}
