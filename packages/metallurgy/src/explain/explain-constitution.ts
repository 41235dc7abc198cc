import constants from '../../data/constitution/constants.json';
import deLong from '../../data/constitution/delong.json';
import schaeffler from '../../data/constitution/schaeffler.json';
import balmforth from '../../data/constitution/balmforth-lippold.json';
import wrc from '../../data/constitution/wrc1992.json';
import { ELEMENTS, toVector, type Composition } from '../composition';
import {
  constitution,
  DEVIATE_90,
  evaluateLinear,
  linearFormula,
  wrc1992LatentFerriteNumber,
  WRC1992_SURFACE,
  type FerriteSurface,
  type LinearFormulaId,
} from '../constitution';
import { plain, signed, type ExplainStep } from './step';

const PERCENT = '%';

/** Linear formulas in the order of the answer, with the figure each makes. */
const LINEAR: readonly (readonly [LinearFormulaId, string, string])[] = [
  ['wrc1992ChromiumEquivalent', 'wrc1992.chromiumEquivalent', PERCENT],
  ['wrc1992NickelEquivalent', 'wrc1992.nickelEquivalent', PERCENT],
  ['schaefflerChromiumEquivalent', 'schaeffler.chromiumEquivalent', PERCENT],
  ['schaefflerNickelEquivalent', 'schaeffler.nickelEquivalent', PERCENT],
  ['deLongNickelEquivalent', 'delong.nickelEquivalent', PERCENT],
  ['hammarSvenssonChromiumEquivalent', 'hammarSvensson.chromiumEquivalent', PERCENT],
  ['hammarSvenssonNickelEquivalent', 'hammarSvensson.nickelEquivalent', PERCENT],
  ['balmforthChromiumEquivalent', 'balmforthLippold.chromiumEquivalent', PERCENT],
  ['balmforthNickelEquivalent', 'balmforthLippold.nickelEquivalent', PERCENT],
  ['kaltenhauserFactor', 'kaltenhauser', ''],
  ['martensiteStartC', 'martensiteStartC', '°C'],
  ['md30C', 'md30C', '°C'],
  ['pren', 'pren', ''],
  ['ceIiw', 'ceIiw', PERCENT],
  ['pcm', 'pcm', PERCENT],
  ['cet', 'cet', PERCENT],
];

/** A linear formula in symbols. */
export function formulaInSymbols(id: LinearFormulaId): string {
  return linearStep(id, '', '', {}).formula;
}

/** Writes a linear formula in symbols and in numbers. */
function linearStep(id: LinearFormulaId, figure: string, unit: string, composition: Composition): ExplainStep {
  const formula = linearFormula(id);
  const vector = toVector(composition);
  let symbols = formula.constant === 0 ? '' : plain(formula.constant);
  let numbers = symbols;
  const from: string[] = [];
  formula.positions.forEach((position, term) => {
    const symbol = ELEMENTS[position] as string;
    const coefficient = formula.coefficients[term] as number;
    const size = Math.abs(coefficient) === 1 ? '' : `${plain(Math.abs(coefficient))} `;
    const first = symbols === '';
    symbols += signed(`${size}${symbol}`, first, coefficient < 0);
    const factor = size === '' ? '' : `${size.trim()} × `;
    numbers += signed(`${factor}${plain(vector[position] as number)}`, first, coefficient < 0);
    from.push(`composition.${symbol}`);
  });
  return {
    figure,
    title: formula.title,
    value: evaluateLinear(formula, vector),
    unit,
    formula: symbols,
    numbers,
    from,
    source: formula.source,
  };
}

/**
 * Traces every figure of a constitution: formula, numbers and source.
 * @param thicknessMm thickness for the preheat formula, mm
 * @param surface stands in for the reconstructed WRC-1992 surface
 */
export function explainConstitution(
  composition: Composition,
  thicknessMm = 6,
  surface?: FerriteSurface,
): readonly ExplainStep[] {
  const found = constitution(composition, thicknessMm, surface);
  const steps = LINEAR.map(([id, figure, unit]) => linearStep(id, figure, unit, composition));
  const { chromiumEquivalent: cr, nickelEquivalent: ni, ferriteNumber, range90, valid } = found.wrc1992;
  const s = WRC1992_SURFACE;
  const v = ((s.a0 + s.s0 * (cr - s.pivotCreq) - ni) * (s.pivotCreq - s.vanishingCreq)) / (cr - s.vanishingCreq);
  const latent = surface ? surface(cr, ni) : wrc1992LatentFerriteNumber(cr, ni);
  steps.push({
    figure: 'wrc1992.ferriteNumber',
    title: 'Ferrite number by WRC-1992',
    value: ferriteNumber,
    unit: 'FN',
    formula: surface
      ? 'between the neighbouring iso-FN lines of the loaded figure'
      : 'v = (a0 + s0 (Creq − 24) − Nieq) (24 − Cv) / (Creq − Cv); FN = k1 v + k2 τ [ln(1 + e^((v − v1)/τ)) − ln(1 ' +
        '+ e^(−v1/τ))], at least 0',
    numbers: surface
      ? `at Creq ${plain(cr)} and Nieq ${plain(ni)}: ${plain(latent)}`
      : `v = ${plain(v)} at Creq ${plain(cr)} and Nieq ${plain(ni)}; FN = ` +
        `${plain(latent)}${valid ? '' : ', outside the diagram’s validity'}`,
    from: ['wrc1992.chromiumEquivalent', 'wrc1992.nickelEquivalent'],
    source: wrc.source,
  });
  const half = (range90[1] - range90[0]) / 2;
  steps.push({
    figure: 'wrc1992.range90',
    title: 'Range that holds nine welds of ten',
    value: `${plain(range90[0])} to ${plain(range90[1])}`,
    unit: 'FN',
    formula: 'FN ± 1.645 σ; σ = ½ √(rendering² + scatter²), both two standard deviations',
    numbers:
      `${plain(latent)} ± ${plain(DEVIATE_90)} × ` +
      plain(range90[0] > 0 ? half / DEVIATE_90 : (range90[1] - latent) / DEVIATE_90),
    from: ['wrc1992.ferriteNumber'],
    source: `${wrc.diagramScatter2Sigma.source}; rendering tolerance by comparison with published weld metals`,
  });
  const { chromium, nickel, constant } = deLong.regression;
  steps.push({
    figure: 'delong.ferriteNumber',
    title: 'Ferrite number by DeLong',
    value: found.delong.ferriteNumber,
    unit: 'FN',
    formula: '3.34 Creq − 2.46 Nieq − 28.6, at least 0',
    numbers:
      `${plain(chromium)} × ${plain(found.delong.chromiumEquivalent)} − ${plain(nickel)} × ` +
      `${plain(found.delong.nickelEquivalent)} − ${plain(-constant)}`,
    from: ['schaeffler.chromiumEquivalent', 'delong.nickelEquivalent'],
    source: deLong.source,
  });
  const { slope, nickel: weight, offset } = schaeffler.seferian.coefficients;
  steps.push({
    figure: 'schaeffler.seferianFerritePercent',
    title: 'Ferrite by Séférian, for 0 to 15 %',
    value: found.schaeffler.seferianFerritePercent,
    unit: PERCENT,
    formula: '3 (Creq − 0.93 Nieq − 6.7)',
    numbers:
      `${plain(slope)} × (${plain(found.schaeffler.chromiumEquivalent)} − ${plain(weight)} × ` +
      `${plain(found.schaeffler.nickelEquivalent)} − ${plain(offset)})`,
    from: ['schaeffler.chromiumEquivalent', 'schaeffler.nickelEquivalent'],
    source: 'Séférian, D., Métallurgie de la soudure, Dunod, Paris (1959)',
  });
  steps.push({
    figure: 'schaeffler.phases',
    title: 'Field of the Schaeffler diagram',
    value: found.schaeffler.phases.join(' + '),
    unit: '',
    formula: 'the field that holds the point, ferrite between its iso-lines',
    numbers:
      `at Creq ${plain(found.schaeffler.chromiumEquivalent)} and Nieq ${plain(found.schaeffler.nickelEquivalent)}: ` +
      `${plain(found.schaeffler.ferritePercent)} % ferrite`,
    from: ['schaeffler.chromiumEquivalent', 'schaeffler.nickelEquivalent'],
    source: schaeffler.source,
  });
  if (found.hammarSvensson.ratio !== null)
    steps.push({
      figure: 'hammarSvensson.mode',
      title: 'Solidification mode',
      value: found.hammarSvensson.mode,
      unit: '',
      formula: 'Creq / Nieq: A < 1.38 ≤ AF < 1.50 ≤ FA < 2.00 ≤ F',
      numbers:
        `${plain(found.hammarSvensson.chromiumEquivalent)} / ${plain(found.hammarSvensson.nickelEquivalent)} = ` +
        plain(found.hammarSvensson.ratio),
      from: ['hammarSvensson.chromiumEquivalent', 'hammarSvensson.nickelEquivalent'],
      source: constants.hammarSvensson.source,
    });
  steps.push({
    figure: 'balmforthLippold.ferritePercent',
    title: 'Ferrite of ferritic-martensitic metal',
    value: found.balmforthLippold.ferritePercent,
    unit: PERCENT,
    formula: 'between the iso-ferrite lines at equal nickel equivalent',
    numbers:
      `at Creq ${plain(found.balmforthLippold.chromiumEquivalent)} and Nieq ` +
      plain(found.balmforthLippold.nickelEquivalent),
    from: ['balmforthLippold.chromiumEquivalent', 'balmforthLippold.nickelEquivalent'],
    source: balmforth.source,
  });
  steps.push({
    figure: 'martensiteFraction',
    title: 'Austenite turned to martensite at 20 °C',
    value: found.martensiteFraction,
    unit: '',
    formula: '1 − e^(−0.011 (Ms − 20)) below the start, else 0',
    numbers: `Ms = ${plain(found.martensiteStartC)} °C`,
    from: ['martensiteStartC'],
    source: constants.koistinenMarburger.source,
  });
  const of = (symbol: keyof Composition): string => plain(composition[symbol] ?? 0);
  steps.push({
    figure: 'ucs',
    title: 'Units of crack susceptibility',
    value: found.ucs,
    unit: 'UCS',
    formula: '230 max(C, 0.08) + 190 S + 75 P + 45 Nb − 12.3 Si − 5.4 Mn − 1',
    numbers:
      `230 × ${plain(Math.max(constants.unitsOfCrackSusceptibility.carbonFloor, composition.C ?? 0))} + 190 × ` +
      `${of('S')} + 75 × ${of('P')} + 45 × ${of('Nb')} − 12.3 × ${of('Si')} − 5.4 × ${of('Mn')} − 1`,
    from: ['C', 'S', 'P', 'Nb', 'Si', 'Mn'].map((symbol) => `composition.${symbol}`),
    source: linearFormula('unitsOfCrackSusceptibility').source,
  });
  const carbonEquivalent = linearStep('seferianCarbonEquivalent', 'seferianCarbonEquivalent', PERCENT, composition);
  const total = (carbonEquivalent.value as number) * (1 + constants.seferianPreheat.thicknessFactor * thicknessMm);
  steps.push(carbonEquivalent, {
    figure: 'seferianPreheatC',
    title: 'Preheat by Séférian, made for carbon and low-alloy steel',
    value: found.seferianPreheatC,
    unit: '°C',
    formula: '350 √(Cc (1 + 0.005 t) − 0.25), 0 when the root is of nothing',
    numbers: `350 √(${plain(total)} − 0.25) at t = ${plain(thicknessMm)} mm`,
    from: ['seferianCarbonEquivalent', 'thicknessMm'],
    source: linearFormula('seferianCarbonEquivalent').source,
  });
  steps.push({
    figure: 'governing',
    title: 'Diagram that governs',
    value: found.governing,
    unit: '',
    formula: 'WRC-1992 inside its reach, else DeLong, else Balmforth-Lippold, else Schaeffler',
    numbers: [
      `WRC-1992 ${found.wrc1992.valid ? 'valid' : 'beyond its validity'}`,
      `DeLong ${found.delong.valid ? 'valid' : 'not valid'}`,
      `Balmforth-Lippold ${found.balmforthLippold.valid ? 'valid' : 'not valid'}`,
      `Schaeffler ${found.schaeffler.valid ? 'valid' : 'not valid'}`,
    ].join(', '),
    from: ['wrc1992.valid', 'delong.valid', 'balmforthLippold.valid', 'schaeffler.valid'],
    source: 'Validity ranges stated with each diagram',
  });
  return steps;
}
