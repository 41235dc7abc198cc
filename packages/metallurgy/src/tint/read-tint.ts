import data from '../../data/tint.json';
import { exp } from '../arithmetic';
import { findGrade } from '../catalogue';
import { weightedSpread, type Spread } from '../chance';
import { InputError, type FieldError } from '../errors';
import { tintShift } from '../heat';
import { decoded, labOf, tristimulusOf, type Triple } from './colour';
import { filmScale, levelOfFilm, temperatureOfFilm, tintOfFilm } from './film-scale';

/** What was laid beside the weld to tell the light by. */
export const TINT_REFERENCES = ['white', 'grey18'] as const;
export type TintReference = (typeof TINT_REFERENCES)[number];

/** A colour read from a picture. Pixels are red, green, blue as pictures store them (IEC 61966-2-1), 0 to 255. */
export interface TintQuestion {
  readonly pixel: Triple;
  /** White paper or an 18 % grey card in the same light. */
  readonly reference: { readonly pixel: Triple; readonly is: TintReference };
  /** Pixels on the way from there to the bare metal, in order: they tell the two golds apart. */
  readonly outward?: readonly Triple[] | undefined;
  /** Whether blue lies between there and the bare metal, as a person sees it; left out: not said. */
  readonly passesBlue?: boolean | undefined;
  readonly grade?: string | undefined;
  /** Seen where gas was held behind the weld: then the film says how good the gas was, not how hot it became. */
  readonly shielded?: boolean | undefined;
}

/** How far a reading is to be trusted. */
export type TintTrust = 'good' | 'fair' | 'poor' | 'refused';

/** What the colour comes to. */
export interface TintAnswer {
  /** 1, the cleanest, to 8; 9 and 10 are grey and have no colour to be read. null: refused. */
  readonly level: number | null;
  /** Name of the colour; null: refused. */
  readonly tint: string | null;
  readonly oxideNm: Spread | null;
  /** Hottest the metal was, in air; null where that cannot be told. */
  readonly temperatureC: Spread | null;
  /** Other films of much the same colour, with the share of belief each has. */
  readonly others: readonly {
    readonly tint: string;
    readonly oxideNm: number;
    readonly level: number;
    readonly share: number;
  }[];
  readonly trust: TintTrust;
  readonly reasons: readonly string[];
}

const { reading, temperatures } = data;

/** Checks a pixel. */
function checkPixel(pixel: Triple, path: readonly (string | number)[], errors: FieldError[]): void {
  if (pixel.length !== 3 || pixel.some((one) => !(one >= 0 && one <= 255)))
    errors.push({ path, message: 'give red, green and blue, each 0 to 255' });
}

/** @throws InputError naming every faulty field */
function check(question: TintQuestion): void {
  const errors: FieldError[] = [];
  checkPixel(question.pixel, ['pixel'], errors);
  checkPixel(question.reference.pixel, ['reference', 'pixel'], errors);
  question.outward?.forEach((pixel, index) => checkPixel(pixel, ['outward', index], errors));
  if (question.grade !== undefined && !findGrade(question.grade))
    errors.push({ path: ['grade'], message: `"${question.grade}" is no grade of the catalogue` });
  if (errors.length > 0) throw new InputError(errors);
}

const lightOf = ([red, green, blue]: Triple): Triple => [decoded(red), decoded(green), decoded(blue)];
const most = (pixel: Triple): number => Math.max(...pixel);

/** Why the light does not do; empty: it does. */
function faultsOfLight({ pixel, reference }: TintQuestion): readonly string[] {
  const card = reference.is === 'white' ? 'white paper' : 'grey card';
  const faults: string[] = [];
  if (most(reference.pixel) >= reading.clippedAt)
    faults.push(`The ${card} is brighter than the picture can hold: expose less, or turn it out of the glare.`);
  if (most(reference.pixel) < reading.referenceLeast[reference.is])
    faults.push(`The ${card} is nearly black: more light is needed.`);
  if (castOf(reference.pixel) > reading.castMost)
    faults.push('The light is so coloured that it hides colours: take the picture in daylight or under white lamps.');
  if (most(pixel) >= reading.clippedAt)
    faults.push('The metal glares at that place: turn the part or the lamp, or tap beside the glare.');
  if (most(pixel) < reading.darkAt)
    faults.push('The metal is black at that place: tap where light falls on it, or give more light.');
  return faults;
}

/** How coloured a light is: its strongest channel over its weakest. */
function castOf(pixel: Triple): number {
  const light = lightOf(pixel);
  return Math.max(...light) / Math.max(1e-6, Math.min(...light));
}

/** Shades of a surface that is turned to the light or away from it, with how likely each is. */
const SHADES = Array.from({ length: reading.shadeSteps }, (_, index) => {
  const deviate = ((2 * index) / (reading.shadeSteps - 1) - 1) * 2.5;
  return { times: exp(-deviate * reading.shadeLog), chance: exp((-deviate * deviate) / 2) };
});

/** How well each film of the scale explains a pixel, and how far the nearest one is from it in CIELAB. */
function likelihoods(balanced: Triple): { readonly chances: Float64Array; readonly misfit: number } {
  const scale = filmScale();
  const chances = new Float64Array(scale.length);
  let misfit = Infinity;
  const { lightness, colour } = reading.scatterLab;
  for (const shade of SHADES) {
    const turned = balanced.map((one) => one * shade.times) as unknown as Triple;
    const [l, a, b] = labOf(tristimulusOf(turned));
    scale.forEach(({ lab }, index) => {
      const [dl, da, db] = [l - lab[0], a - lab[1], b - lab[2]];
      misfit = Math.min(misfit, Math.sqrt(dl * dl + da * da + db * db));
      const square = (dl * dl) / (lightness * lightness) + (da * da + db * db) / (colour * colour);
      chances[index] = (chances[index] as number) + shade.chance * exp(-square / 2);
    });
  }
  return { chances, misfit };
}

/** Whether a colour lies past the colours of a film: dark, and of no colour. */
function isGrey(balanced: Triple): boolean {
  const [l, a, b] = labOf(tristimulusOf(balanced));
  return l < reading.greyLightness && Math.sqrt(a * a + b * b) < reading.greyChroma;
}

/**
 * Belief of the film at the first of several places in a row, where it grows thinner from each to the next.
 * @param row how well each film explains each place
 */
function alongTheWay(row: readonly Float64Array[]): Float64Array {
  const { fallNm, wayFloor, stepNm } = reading;
  const stays = exp(-stepNm / fallNm);
  return row.reduceRight((beyond, here, index) => {
    if (index === row.length - 1) return here.slice();
    const highest = Math.max(...here) || 1;
    const next = new Float64Array(here.length);
    // Sums over all thinner films, near ones counting most: each from the one before.
    let [near, nearWeight, all] = [0, 0, 0];
    for (let film = 0; film < here.length; film++) {
      near = near * stays + (beyond[film] as number);
      nearWeight = nearWeight * stays + 1;
      all += beyond[film] as number;
      const thinner = (1 - wayFloor) * (near / nearWeight) + (wayFloor * all) / here.length;
      // One place may be smeared or glare.
      next[film] = ((here[film] as number) / highest + (index === 0 ? 0 : wayFloor)) * thinner;
    }
    return next;
  }, new Float64Array());
}

/** Thickness beyond which colours come for the second time, nm. */
const secondFrom = (): number => data.colours.find(({ id }) => id === 'pale')?.fromNm ?? Infinity;

const refused = (reasons: readonly string[]): TintAnswer => ({
  level: null,
  tint: null,
  oxideNm: null,
  temperatureC: null,
  others: [],
  trust: 'refused',
  reasons,
});

/** Hottest the metal was, by the film. */
function temperature({ grade, shielded }: TintQuestion, film: Spread, reasons: string[]): Spread | null {
  if (shielded === true) {
    reasons.push('Behind the weld the film tells how good the gas was, not how hot the metal became.');
    return null;
  }
  const chromium = grade === undefined ? undefined : (findGrade(grade)?.typical.Cr ?? 0);
  if (chromium !== undefined && chromium < temperatures.leastChromium) {
    reasons.push(`${grade} has too little chromium: its colours tell no temperature by this scale.`);
    return null;
  }
  const shift = chromium === undefined ? 0 : tintShift(chromium);
  const around = temperatures.spreadK + (chromium === undefined ? temperatures.unknownChromiumK : 0);
  const at = (nm: number): number => temperatureOfFilm(nm) + shift;
  return { median: at(film.median), range90: [at(film.range90[0]) - around, at(film.range90[1]) + around] };
}

/**
 * What a heat tint in a picture comes to: linear light, balanced on the reference, CIELAB, compared with the
 * interference colours of oxide films from 0 to 140 nm however the surface is turned to the light. Colours come twice
 * as the film grows; the way to bare metal, or whoever looks, tells which time it is.
 * @returns refused, with what to do, where the light is poor or the surface shows no such colour
 * @throws InputError naming every faulty field
 */
export function readTint(question: TintQuestion): TintAnswer {
  check(question);
  const faults = faultsOfLight(question);
  if (faults.length > 0) return refused(faults);
  const { reference, outward = [], passesBlue } = question;
  const card = lightOf(reference.pixel);
  const reflects = reference.is === 'white' ? reading.whiteReflects : reading.greyReflects;
  const balance = (pixel: Triple): Triple => {
    const light = lightOf(pixel);
    return [0, 1, 2].map((at) => ((light[at] as number) / (card[at] as number)) * reflects) as unknown as Triple;
  };
  const here = balance(question.pixel);
  if (isGrey(here)) {
    const { length } = data.levels.fromNm;
    return refused([
      `Dark and without colour: scale past the colours (level ${length + 1} to ${length + 2}), or dirt. Brush a ` +
        'spot and look again.',
    ]);
  }
  const { chances, misfit } = likelihoods(here);
  if (misfit > reading.misfitMost)
    return refused(['No oxide film has this colour: the place is wet, oily, painted, brushed, or mirrors something.']);
  const reasons: string[] = [];
  const belief = alongTheWay([chances, ...outward.map((pixel) => likelihoods(balance(pixel)).chances)]);
  const scale = filmScale();
  const second = secondFrom();
  const blue = data.colours.find(({ id }) => id === 'dark-blue')?.fromNm ?? 0;
  if (passesBlue !== undefined)
    scale.forEach(({ oxideNm }, index) => {
      if (oxideNm > blue !== passesBlue) belief[index] = 0;
    });
  const films = scale.map(({ oxideNm }) => oxideNm);
  const share = (belongs: (nm: number) => boolean): number =>
    films.reduce((sum, nm, index) => sum + (belongs(nm) ? (belief[index] as number) : 0), 0);
  const all = share(() => true);
  if (!(all > 0))
    return refused(['What is seen and what is said of the way to bare metal do not go together: look again.']);
  const late = share((nm) => nm >= second) / all;
  const group = (wantLate: boolean): Spread =>
    weightedSpread(
      films,
      films.map((nm, index) => (nm >= second === wantLate ? (belief[index] as number) : 0)),
    );
  const leading = group(late > 0.5);
  const between = Math.min(late, 1 - late);
  const other = group(late <= 0.5).median;
  const twice = between >= reading.otherLeast && Math.abs(other - leading.median) > reading.apartNm;
  const oxideNm = { median: leading.median, range90: weightedSpread(films, [...belief]).range90 };
  const others = twice
    ? [{ tint: tintOfFilm(other).title, oxideNm: other, level: levelOfFilm(other), share: between }]
    : [];
  if (twice)
    reasons.push(
      `The same colour comes twice, at ${leading.median} and at ${other} nm: say whether blue lies between it ` +
        'and the bare metal.',
    );
  const cast = castOf(reference.pixel);
  if (cast > reading.castFair)
    reasons.push('Coloured light: balanced on the reference, but some colours are lost in it.');
  if (misfit > reading.misfitFair) reasons.push('Near the colours of a clean film, but none of them.');
  const wide = oxideNm.range90[1] - oxideNm.range90[0] > reading.apartNm;
  const trust = twice ? 'poor' : wide || cast > reading.castFair || misfit > reading.misfitFair ? 'fair' : 'good';
  return {
    level: levelOfFilm(leading.median),
    tint: tintOfFilm(leading.median).title,
    oxideNm,
    temperatureC: temperature(question, oxideNm, reasons),
    others,
    trust,
    reasons,
  };
}
