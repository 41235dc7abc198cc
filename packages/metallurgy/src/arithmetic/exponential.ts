// Engines are free to round Math.exp, Math.log and ** differently, and do from version to version. The core's answers
// must be the same bytes everywhere, so that these are made of additions, multiplications and divisions alone, which
// are exact by IEEE 754. Reductions and polynomials after the freely distributable C mathematics library (Sun
// Microsystems 1993).

const LN2_HIGH = 6.9314718036912381649e-1;
const LN2_LOW = 1.90821492927058770002e-10;
const INVERSE_LN2 = 1.442695040888963387;
const LARGEST = 709.7;
const SMALLEST = -708;

const OFFSET = 1100;
/** Powers of two, doubled and halved exactly. */
const POWERS_OF_TWO = new Float64Array(2 * OFFSET + 1);
POWERS_OF_TWO[OFFSET] = 1;
for (let k = 1; k <= OFFSET; k++) {
  POWERS_OF_TWO[OFFSET + k] = (POWERS_OF_TWO[OFFSET + k - 1] as number) * 2;
  POWERS_OF_TWO[OFFSET - k] = (POWERS_OF_TWO[OFFSET - k + 1] as number) / 2;
}

/**
 * e to the power x, the same to the last bit on every machine; relative error below 3e-16.
 * @param x any number; below -708 the result is 0, above 709.7 it is infinite
 */
export function exp(x: number): number {
  if (!(x > SMALLEST)) return x <= SMALLEST ? 0 : x;
  if (x > LARGEST) return Infinity;
  const k = Math.floor(INVERSE_LN2 * x + 0.5);
  const high = x - k * LN2_HIGH;
  const low = k * LN2_LOW;
  const r = high - low;
  const t = r * r;
  const c =
    r -
    t *
      (1.66666666666666019037e-1 +
        t *
          (-2.77777777770155933842e-3 +
            t * (6.61375632143793436117e-5 + t * (-1.6533902205465251539e-6 + t * 4.13813679705723846039e-8))));
  const y = 1 - (low - (r * c) / (2 - c) - high);
  return y * (POWERS_OF_TWO[OFFSET + k] as number);
}
