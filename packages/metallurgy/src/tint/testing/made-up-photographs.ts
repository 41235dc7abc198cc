import { exp, ln } from '../../arithmetic';
import { normalQuantile, SeededRandom } from '../../chance';
import { encoded, linearOf, tristimulus, type Light, type Triple } from '../colour';
import { levelOfFilm } from '../film-scale';
import { filmReflectance } from '../film-reflectance';
import { tintInPhotograph, type Photograph, type TintTaps } from '../photograph';

/** A made-up photograph of a weld with its colours, and the truth of it. */
interface MadeUp {
  readonly picture: Photograph;
  readonly taps: TintTaps;
  readonly oxideNm: number;
  /** What makes it hopeless; null: it can be read. */
  readonly hopeless: 'glare' | 'dark' | 'sodium' | 'scale' | 'paint' | null;
}

const WIDTH = 96;
const HEIGHT = 48;
const HOPELESS = ['glare', 'dark', 'sodium', 'scale', 'paint'] as const;

/** A lamp of some temperature, K (Planck's law); only its shape counts. */
const lamp =
  (kelvin: number): Light =>
  (nm) =>
    1 / ((nm / 560) ** 5 * (exp(14_387_770 / (nm * kelvin)) - 1));
const line = (nm: number, at: number, width: number): number => exp(-(((nm - at) / width) ** 2) / 2);
/** Three bands over a faint glow, as tubes give, and a blue die under a phosphor. */
const tubes: Light = (nm) => 0.25 + line(nm, 436, 8) + 1.6 * line(nm, 545, 9) + 1.5 * line(nm, 612, 9);
const diode: Light = (nm) => 0.8 * line(nm, 455, 11) + line(nm, 570, 62);
const sodium: Light = (nm) => exp(-(((nm - 589) / 6) ** 2) / 2) + 0.002;

/**
 * A strip of metal beside a bead, its film thinning out to bare metal, a card above it: the same physics the colours
 * are computed by, with a film that strays from it a little, a surface turned to the light or away, light of some
 * colour that the camera balances in part, noise and the eight bits of a picture.
 */
export function madeUpPhotograph(seed: number): MadeUp {
  const random = new SeededRandom(seed);
  const within = (low: number, high: number): number => low + (high - low) * random.next();
  const normal = (): number => normalQuantile(Math.max(1e-9, random.next()));
  const hopeless = random.next() < 0.2 ? (HOPELESS[random.below(HOPELESS.length)] ?? null) : null;
  const light =
    hopeless === 'sodium'
      ? sodium
      : random.next() < 0.35
        ? tubes
        : random.next() < 0.4
          ? diode
          : lamp(within(2900, 7500));
  const thickest = within(4, 125);
  const [shape, stray] = [within(0.7, 1.5), 1 + 0.03 * normal()];
  const filmAt = (x: number): number => thickest * Math.max(0, 1 - x / (WIDTH * 0.86)) ** shape;
  const surface =
    (oxideNm: number) =>
    (nm: number): number =>
      hopeless === 'scale'
        ? 0.07 + 0.01 * (nm / 560)
        : hopeless === 'paint'
          ? 0.05 + 0.5 * exp(-(((nm - 530) / 25) ** 2) / 2)
          : filmReflectance(oxideNm, nm * stray);
  const isWhite = random.next() < 0.6;
  const card = tristimulus(() => (isWhite ? 0.88 : 0.18), light);
  // A camera balances the light to between half and all.
  const neutral = linearOf(tristimulus(() => 1, light));
  const balancing = within(0.5, 1);
  const balance = neutral.map((one) => exp(-balancing * ln(Math.max(0.02, one)))) as unknown as Triple;
  const seen = (xyz: Triple): Triple =>
    linearOf(xyz).map((one, at) => one * (balance[at] as number)) as unknown as Triple;
  const strongest = Math.max(...seen(card));
  const exposed =
    hopeless === 'glare' ? 2.5 : hopeless === 'dark' ? 0.015 : isWhite ? within(0.35, 0.8) : within(0.09, 0.17);
  const exposure = exposed / strongest;
  const [facing, tilt] = [exp(0.22 * normal()), within(-0.3, 0.3)];
  const grain = within(0.5, 5);
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  const columns = Array.from({ length: WIDTH }, (_, x) => {
    const turned = facing * (1 + tilt * (x / WIDTH - 0.5));
    return seen(tristimulus(surface(filmAt(x)), light)).map((one) => one * turned);
  });
  const cardSeen = seen(card);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const colour = y < HEIGHT / 3 ? cardSeen : (columns[x] as readonly number[]);
      for (let channel = 0; channel < 3; channel++)
        data[(y * WIDTH + x) * 4 + channel] = Math.round(
          encoded(exposure * (colour[channel] as number)) + grain * normal(),
        );
      data[(y * WIDTH + x) * 4 + 3] = 255;
    }
  const tap = Math.round(within(3, WIDTH * 0.55));
  const y = Math.round(HEIGHT * 0.66);
  const taps: TintTaps = {
    tint: { x: tap, y },
    reference: { x: WIDTH / 2, y: HEIGHT / 6 },
    is: isWhite ? 'white' : 'grey18',
    bare: { x: WIDTH - 4, y },
  };
  return { picture: { width: WIDTH, height: HEIGHT, data }, taps, oxideNm: filmAt(tap), hopeless };
}

/** How readings of made-up photographs came out. */
export interface TintTrial {
  readonly photographs: number;
  /**
   * Those that can be read, and the shares of them that were: refused, at the very level, within one of it, in the 90 %
   * range of the film.
   */
  readonly readable: number;
  readonly refused: number;
  readonly atLevel: number;
  readonly withinOne: number;
  readonly inRange: number;
  /** Those that cannot, and the share of them that was refused. */
  readonly hopeless: number;
  readonly hopelessRefused: number;
  /** Shares of the readable that were read, within one level without the way to bare metal. */
  readonly withinOneByOnePlace: number;
}

/** Reads made-up photographs and says how it came out. */
export function tryTints(photographs: number, seed: number): TintTrial {
  let [readable, refused, atLevel, withinOne, inRange, hopeless, hopelessRefused, alone] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let one = 0; one < photographs; one++) {
    const { picture, taps, oxideNm, hopeless: why } = madeUpPhotograph(seed * 100_000 + one);
    const answer = tintInPhotograph(picture, taps);
    if (why) {
      hopeless++;
      hopelessRefused += Number(answer.trust === 'refused');
      continue;
    }
    readable++;
    refused += Number(answer.level === null);
    if (answer.level === null || !answer.oxideNm) continue;
    const off = Math.abs(answer.level - levelOfFilm(oxideNm));
    atLevel += Number(off === 0);
    withinOne += Number(off <= 1);
    // Films are told in whole nanometres.
    inRange += Number(oxideNm >= answer.oxideNm.range90[0] - 0.5 && oxideNm <= answer.oxideNm.range90[1] + 0.5);
    const byOne = tintInPhotograph(picture, { ...taps, bare: undefined });
    alone += Number(byOne.level !== null && Math.abs(byOne.level - levelOfFilm(oxideNm)) <= 1);
  }
  const read = readable - refused;
  return {
    photographs,
    readable,
    refused: refused / readable,
    atLevel: atLevel / read,
    withinOne: withinOne / read,
    inRange: inRange / read,
    hopeless,
    hopelessRefused: hopelessRefused / hopeless,
    withinOneByOnePlace: alone / read,
  };
}
