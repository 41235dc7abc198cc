import data from '../../data/tint.json';
import { exp } from '../arithmetic';

/** A complex number: real and imaginary part. */
type Complex = readonly [re: number, im: number];
const minus = ([a, b]: Complex, [c, d]: Complex): Complex => [a - c, b - d];
const plus = ([a, b]: Complex, [c, d]: Complex): Complex => [a + c, b + d];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const over = ([a, b]: Complex, [c, d]: Complex): Complex => {
  const square = c * c + d * d;
  return [(a * c + b * d) / square, (b * c - a * d) / square];
};

const AIR: Complex = [1, 0];
const ONE: Complex = [1, 0];

const oxide = (nm: number): Complex => {
  const { base, dispersion, atNm } = data.film.oxideIndex;
  const square = (atNm / nm) * (atNm / nm);
  const { base: least, blue, fromNm, fallNm } = data.film.oxideAbsorption;
  return [base + dispersion * square * square, -(least + blue * exp(-(nm - fromNm) / fallNm))];
};
const metal = (nm: number): Complex => {
  const at = ({ base, rise, fromNm, overNm }: typeof data.film.metalIndex): number =>
    base + (rise * (nm - fromNm)) / overNm;
  return [at(data.film.metalIndex), -at(data.film.metalAbsorption)];
};

/** What an edge between two media throws back of the wave, seen straight on. */
const edge = (from: Complex, to: Complex): Complex => over(minus(from, to), plus(from, to));

/**
 * Share of the light a film of oxide on stainless steel throws back, straight on: Airy's formula of one absorbing
 * layer.
 * @param oxideNm thickness of the film, nm, 0 or more
 * @param wavelengthNm 380 to 780
 * @returns 0 to 1
 */
export function filmReflectance(oxideNm: number, wavelengthNm: number): number {
  const film = oxide(wavelengthNm);
  // Twice through the film: exp(-2 i beta), beta = 2 pi n d / wavelength.
  const turn = (4 * Math.PI * oxideNm) / wavelengthNm;
  const size = exp(turn * film[1]);
  const angle = -turn * film[0];
  const way: Complex = [size * Math.cos(angle), size * Math.sin(angle)];
  const above = edge(AIR, film);
  const below = times(edge(film, metal(wavelengthNm)), way);
  const [re, im] = over(plus(above, below), plus(ONE, times(above, below)));
  return re * re + im * im;
}
