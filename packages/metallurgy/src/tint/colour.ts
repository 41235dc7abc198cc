import data from '../../data/tint.json';
import { exp, ln } from '../arithmetic';

/** Three numbers of a colour, in the order its name says. */
export type Triple = readonly [number, number, number];

/** Power of a light at a wavelength in nm; only its shape counts. */
export type Light = (wavelengthNm: number) => number;

const { fromNm, stepNm, power } = data.daylight;
const LAST_NM = fromNm + stepNm * (power.length - 1);
/** Wavelengths colours are summed over, nm. */
export const WAVELENGTHS = power.map((_, index) => fromNm + stepNm * index);

/** Daylight, D65. @param wavelengthNm taken to 380 to 780 */
export function daylight(wavelengthNm: number): number {
  const at = (Math.min(LAST_NM, Math.max(fromNm, wavelengthNm)) - fromNm) / stepNm;
  const before = Math.min(power.length - 2, Math.floor(at));
  const low = power[before] as number;
  return low + (at - before) * ((power[before + 1] as number) - low);
}

const lobes = (of: readonly (readonly number[])[], nm: number): number =>
  of.reduce((sum, lobe) => {
    const [height, middle, below, above] = lobe as [number, number, number, number];
    const from = (nm - middle) / (nm < middle ? below : above);
    return sum + height * exp(-(from * from) / 2);
  }, 0);
const OBSERVER = WAVELENGTHS.map((nm): Triple => [
  lobes(data.observer.x, nm),
  lobes(data.observer.y, nm),
  lobes(data.observer.z, nm),
]);

/**
 * Tristimulus values of a surface under a light, CIE 1931 observer, as sums over the wavelengths.
 * @param reflectance share thrown back, by wavelength in nm
 * @returns X, Y, Z where Y of a perfect white is 1
 */
export function tristimulus(reflectance: (wavelengthNm: number) => number, light: Light = daylight): Triple {
  let [x, y, z, white] = [0, 0, 0, 0];
  WAVELENGTHS.forEach((nm, index) => {
    const [ox, oy, oz] = OBSERVER[index] as Triple;
    const sent = light(nm);
    const back = sent * reflectance(nm);
    x += ox * back;
    y += oy * back;
    z += oz * back;
    white += oy * sent;
  });
  return [x / white, y / white, z / white];
}

const WHITE = tristimulus(() => 1);

const cubeRoot = (value: number): number => (value <= 0 ? 0 : exp(ln(value) / 3));
const lightness = (share: number): number =>
  share > 216 / 24389 ? cubeRoot(share) : ((24389 / 27) * share + 16) / 116;

/** CIELAB of tristimulus values, under daylight (ISO/CIE 11664-4). */
export function labOf([x, y, z]: Triple): Triple {
  const [fx, fy, fz] = [lightness(x / WHITE[0]), lightness(y / WHITE[1]), lightness(z / WHITE[2])];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** Linear red, green and blue of tristimulus values, primaries of IEC 61966-2-1; not clipped. */
export const linearOf = ([x, y, z]: Triple): Triple => [
  3.2406 * x - 1.5372 * y - 0.4986 * z,
  -0.9689 * x + 1.8758 * y + 0.0415 * z,
  0.0557 * x - 0.204 * y + 1.057 * z,
];

/** Tristimulus values of linear red, green and blue. */
export const tristimulusOf = ([r, g, b]: Triple): Triple => [
  0.4124 * r + 0.3576 * g + 0.1805 * b,
  0.2126 * r + 0.7152 * g + 0.0722 * b,
  0.0193 * r + 0.1192 * g + 0.9505 * b,
];

/** A stored number of a picture, 0 to 255, as light (IEC 61966-2-1). */
export function decoded(stored: number): number {
  const share = stored / 255;
  return share <= 0.04045 ? share / 12.92 : exp(2.4 * ln((share + 0.055) / 1.055));
}

/** Light as the number a picture stores, 0 to 255, clipped but not rounded. */
export function encoded(light: number): number {
  const share = Math.min(1, Math.max(0, light));
  return 255 * (share <= 0.0031308 ? 12.92 * share : 1.055 * exp(ln(share) / 2.4) - 0.055);
}
