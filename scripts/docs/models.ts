import {
  constitution,
  formulaInSymbols,
  RISK_MECHANISMS,
  RODS,
  wrc1992FerriteNumber,
  type LinearFormulaId,
} from '@variatum/metallurgy';
import formulas from '../../packages/metallurgy/data/constitution/formulas.json';
import wrc from '../../packages/metallurgy/data/constitution/wrc1992.json';
import delong from '../../packages/metallurgy/data/constitution/delong.json';
import schaeffler from '../../packages/metallurgy/data/constitution/schaeffler.json';
import balmforth from '../../packages/metallurgy/data/constitution/balmforth-lippold.json';
import boundary from '../../packages/metallurgy/data/constitution/martensite-boundary.json';
import joints from '../../packages/metallurgy/data/joints.json';
import { fixed, table } from './tables';

const range = (limits: readonly number[]): string => `${limits[0]} to ${limits[1]}`;
const equivalents = (validity: Record<'chromiumEquivalent' | 'nickelEquivalent', readonly number[]>): string =>
  `Creq ${range(validity.chromiumEquivalent)}, Nieq ${range(validity.nickelEquivalent)}`;
const mostOfEach = (elements: Readonly<Record<string, number>>): string =>
  Object.entries(elements)
    .map(([symbol, limit]) => `${limit} % ${symbol}`)
    .join(', ');

/** Published typical ferrite window of each rod against what the undiluted typical composition gives. */
export function rodWindows(): { rod: string; window: readonly [number, number]; predicted: number; inside: boolean }[] {
  return RODS.flatMap(({ id, ferriteNumberWindow: window, typical }) => {
    // Fully austenitic rods have no window worth the name.
    if (!window || window[1] === 0) return [];
    const predicted = constitution(typical).wrc1992.ferriteNumber;
    return [{ rod: id, window, predicted, inside: predicted >= window[0] && predicted <= window[1] }];
  });
}

function linearFormulas(): string {
  return table(
    ['figure', 'formula, mass percent', 'source', 'sure'],
    Object.entries(formulas).map(([id, { title, source, confidence }]) => [
      title,
      formulaInSymbols(id as LinearFormulaId),
      source,
      confidence,
    ]),
  );
}

function anchors(): string {
  const rows = wrc.anchors.map(({ what, cr, ni, fn, sigma }) => {
    const predicted = wrc1992FerriteNumber(cr, ni);
    return [what, cr, ni, `${fn} ± ${sigma}`, fixed(predicted), fixed(predicted - fn)] as const;
  });
  const low = wrc.anchors.filter(({ fn }) => fn <= 12).map(({ cr, ni, fn }) => wrc1992FerriteNumber(cr, ni) - fn);
  const rms = Math.sqrt(low.reduce((sum, gap) => sum + gap * gap, 0) / low.length);
  return `${table(['weld metal', 'Creq', 'Nieq', 'published FN', 'surface', 'off by'], rows)}

Root mean square of the differences up to 12 FN: ${fixed(rms, 2)} FN over ${low.length} weld metals.`;
}

/** The page about the models, made from the code and its data. */
export function modelsPage(): string {
  const windows = rodWindows();
  const inside = windows.filter((row) => row.inside).length;
  return `# The models

Made by \`npm run docs\` from the code and its data; edit those, not this page. Compositions are mass percent,
temperatures °C, lengths mm. *Sure* says how far an entry is to be trusted; whatever is called an estimate is one.

## Equivalents and indices

Linear in composition; the coefficients are in \`packages/metallurgy/data/constitution/formulas.json\`.

${linearFormulas()}

Each is held to a tenth of a percent against independently calculated reference materials in the tests.

## WRC-1992

${wrc.source}.

The core uses a smooth surface in place of the published lines:

    v  = (a0 + s0 (Creq − 24) − Nieq) (24 − Cv) / (Creq − Cv)
    FN = k1 v + k2 τ [ln(1 + e^((v − v1)/τ)) − ln(1 + e^(−v1/τ))], at least 0

with ${Object.entries(wrc.surface)
    .map(([name, value]) => `${name} = ${value}`)
    .join(', ')}.

Valid for Creq ${range(wrc.validity.chromiumEquivalent)}, Nieq ${range(wrc.validity.nickelEquivalent)}, and up to
${mostOfEach(wrc.validity.elements)}. A little beyond these alloy contents the diagram is still used, with its range
widened ${wrc.extrapolation.widening} times (${wrc.extrapolation.source}).

Range: rendering tolerance (two standard deviations)
${wrc.renderingTolerance2Sigma.map(([at, fn]) => `±${fn} at FN ${at}`).join(', ')}, between them evenly; scatter of
measured welds ±${wrc.diagramScatter2Sigma.fn} FN, above FN 20 ±${100 * wrc.diagramScatter2Sigma.relativeAbove20} %
(${wrc.diagramScatter2Sigma.source}). In a choice the spread of composition, dilution and shares comes on top.

A digitised figure replaces the surface: \`--wrc-lines FILE\` on the command line, \`wrc1992Lines\` in a question. The
file holds iso-FN lines by ferrite number, each with two or more points [Creq, Nieq] of rising Creq.

### Anchors against the surface

${anchors()}

### Undiluted rods against their usual window

${table(
  ['rod', 'usual FN', 'predicted from the typical composition', ''],
  windows.map(({ rod, window, predicted, inside: good }) => [
    rod,
    `${window[0]} to ${window[1]}`,
    fixed(predicted),
    good ? '' : 'outside',
  ]),
)}

${inside} of ${windows.length} inside (${fixed((100 * inside) / windows.length, 0)} %).

## When WRC-1992 does not reach

${table(
  ['diagram', 'covers', 'scatter (two standard deviations)', 'source'],
  [
    [
      'DeLong 1973',
      `${equivalents(delong.validity)}, FN ${range(delong.validity.ferriteNumber)}`,
      `±${delong.tolerance2SigmaFn} FN`,
      delong.source,
    ],
    [
      'Balmforth-Lippold 2000',
      Object.entries(balmforth.validity.elements)
        .map(([symbol, limits]) => `${symbol} ${range(limits)}`)
        .join(', '),
      '±20 % ferrite',
      balmforth.source,
    ],
    [
      'Schaeffler 1949',
      equivalents(schaeffler.validity),
      `±${schaeffler.ferriteScatter2SigmaPercent} % ferrite`,
      schaeffler.source,
    ],
  ],
)}

In this order, each fading into the next over the figures in the data, both weighed between: no small change of a
composition makes the answer jump, and what two of them disagree by widens the range. Outside all of them no diagram
governs, and the answer says so. Percent ferrite is handed on as ferrite number, which is right below about 10.

Below its box WRC-1992 is carried on for metal that forms austenite: ${wrc.reach.source} (sure:
${wrc.reach.confidence}). Balmforth-Lippold: ${balmforth.reach.source} (sure: ${balmforth.reach.confidence}).

Martensite boundary on WRC-1992: ${boundary.source} (sure: ${boundary.confidence}). It is kept as data and takes no
part in any figure.

## The pool

(1 − D) rod + D (Σ w piece + coating). Usual dilutions, as lowest, most likely and highest: ${Object.values(
    joints.techniques,
  )
    .map(
      ({ title, dilution }) =>
        `${title.toLowerCase()} ${dilution.map((share) => `${Math.round(100 * share)}`).join('–')} %`,
    )
    .join('; ')}. (${joints.source}; sure: ${joints.confidence}.)

Later passes melt base metal and the pass below: ${(['hot', 'fill', 'cap'] as const)
    .map(
      (kind) =>
        `${joints.passes[kind].title.toLowerCase()} ` +
        `${joints.passes[kind].dilution.map((share) => Math.round(100 * share)).join('–')} %, of it ` +
        `${Math.round(100 * joints.passes[kind].parentShare)} % base`,
    )
    .join('; ')} (${joints.passes.source}).

## Risk mechanisms

${table(
  ['mechanism', 'what it is', 'source and what is an estimate'],
  RISK_MECHANISMS.map(({ id, title, source }) => [id, title, source]),
)}
`;
}
