import {
  GAS,
  gapArea,
  holesArea,
  openingPressure,
  POOL_KG_PER_M3,
  poolDeflection,
  poolWeight,
  poolOf,
  vent,
  type VentQuestion,
} from '../purge';
import { plain, type ExplainStep } from './step';

/** Traces a vent: open area, pressure, the pool's weight, how it stands. @throws InputError as `vent` */
export function explainVent(question: VentQuestion): readonly ExplainStep[] {
  const answer = vent(question);
  const { flowLpm, holesMm, gap, pool: asked } = question;
  const pool = poolOf(question);
  const clock = asked.clockDeg ?? 0;
  const area = holesArea(holesMm) + (gap ? gapArea(gap) : 0);
  const weight = poolWeight(pool.depthMm, clock);
  const pressure = openingPressure(flowLpm, area);
  return [
    {
      figure: 'openMm2',
      title: 'Open area',
      value: area,
      unit: 'mm²',
      formula: 'Σ π/4 d² + gap',
      numbers:
        `${holesMm.map((hole) => `π/4 × ${plain(hole)}²`).join(' + ') || '0'}` +
        (gap ? ` + ${plain(gapArea(gap))}` : ''),
      from: ['holesMm', ...(gap ? ['gap'] : [])],
      source: 'Geometry',
    },
    {
      figure: 'pressurePa',
      title: 'Pressure inside',
      value: pressure,
      unit: 'Pa',
      formula: '½ ρ (Q / (Cd ΣA))²',
      numbers:
        `½ × ${GAS.argonKgPerM3} × (${plain(flowLpm / 60000)} / (${GAS.dischargeCoefficient} × ` +
        `${plain(area * 1e-6)}))²`,
      from: ['flowLpm', 'openMm2'],
      source: 'Sharp-edged orifice',
    },
    {
      figure: 'weightPa',
      title: `Weight of the pool, ${plain(clock)}° from the top`,
      value: weight,
      unit: 'Pa',
      formula: 'ρm g h cos φ',
      numbers: `${POOL_KG_PER_M3} × ${GAS.gravityMPerS2} × ${plain(pool.depthMm / 1000)} × cos ${plain(clock)}°`,
      from: ['pool.depthMm', 'pool.clockDeg'],
      source: 'Hydrostatics',
    },
    {
      figure: 'deflectionMm',
      title: 'How the root stands',
      value: poolDeflection(pool, pressure, clock),
      unit: 'mm',
      formula: '(Δp − ρm g h cos φ) a² / 8γ',
      numbers:
        `(${plain(pressure)} − ${plain(weight)}) × ${plain(pool.halfWidthMm / 1000)}² / (8 × ` +
        `${plain(pool.surfaceTension)})`,
      from: ['pressurePa', 'weightPa', 'pool.halfWidthMm'],
      source: 'A plug held by two curved surfaces',
    },
    {
      figure: 'exitMPerS',
      title: 'Gas leaves at',
      value: answer.exitMPerS,
      unit: 'm/s',
      formula: 'Q / ΣA',
      numbers: `${plain(flowLpm / 60000)} / ${plain(area * 1e-6)}`,
      from: ['flowLpm', 'openMm2'],
      source: 'Continuity',
    },
  ];
}
