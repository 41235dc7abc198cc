import {
  coolingThick,
  coolingThin,
  criticalThickness,
  FAMILIES,
  heatInput,
  rosenthalThick,
  rosenthalThin,
  simulateWeld,
  temperatureAt,
  thermalMaterial,
  FINENESS,
  type MaterialFamily,
} from '@variatum/metallurgy';
import heat from '../../packages/metallurgy/data/heat.json';
import sequence from '../../packages/metallurgy/data/sequence.json';
import shrinkage from '../../packages/metallurgy/data/shrinkage.json';
import thermal from '../../packages/metallurgy/data/thermal.json';
import { judgeCase, ORDER_CASES } from './order-cases';
import { fixed, table } from './tables';

const SOURCE = { powerW: 523.25, travelMPerS: 0.0018, startC: 20, conductivity: 25, diffusivity: 6e-6 };
const WELD = { energyJPerM: 290694.44444444444, startC: 20, conductivity: 25, volumetricHeat: 25 / 6e-6 };

const materials = (): string =>
  table(
    [
      'family',
      'conductivity at 20, 500, 1000 °C, W/mK',
      'heat capacity at 20, 500 °C, J/kgK',
      'expansion 20 to 500 °C, 1e-6/K',
      'melts, °C',
      'source',
      'sure',
    ],
    (Object.keys(thermal.families) as MaterialFamily[]).map((family) => {
      const { conductivity, capacity, expansion, solidusC, liquidusC, source, confidence } = thermalMaterial({
        family,
      });
      return [
        FAMILIES[family].title,
        [20, 500, 1000].map((at) => fixed(conductivity(at))).join(', '),
        [20, 500].map((at) => fixed(capacity(at), 0)).join(', '),
        fixed(expansion(500) * 1e6),
        `${solidusC} to ${liquidusC}`,
        source,
        confidence,
      ];
    }),
  );

const spots = (): string =>
  table(
    ['figure', 'published formula', 'here'],
    [
      [
        'heat input, 70 A, 11.5 V, 1.8 mm/s, efficiency 0.65, kJ/mm',
        '0.2907',
        fixed(heatInput({ volts: 11.5, amps: 70, travelMmPerS: 1.8, efficiency: 0.65 }), 4),
      ],
      ['thick plate, 4 mm behind and 4 mm beside, °C', '479.28', fixed(rosenthalThick(SOURCE, -0.004, 0.004, 0), 2)],
      [
        'sheet of 2 mm, 6 mm behind and 6 mm beside, °C',
        '1202.27',
        fixed(rosenthalThin(SOURCE, 0.002, -0.006, 0.006), 2),
      ],
      ['850 to 550 °C, sheet of 2 mm, s', '34.03', fixed(coolingThin(WELD, 0.002, 850, 550), 2)],
      ['850 to 550 °C, thick, s', '1.262', fixed(coolingThick(WELD, 850, 550), 3)],
      ['critical thickness, mm', '10.38', fixed(criticalThickness(WELD, 850, 550) * 1000, 2)],
    ],
  );

/** A bead on a large plate with constant properties, against Rosenthal. */
function againstRosenthal(): string {
  const material = thermalMaterial({ conductivity: 25, diffusivity: 6e-6 });
  const side = { material, thicknessMm: 2, reachMm: 120, spread: 'straight', bothWays: false } as const;
  const powerW = SOURCE.powerW / 2;
  const run = (finer: number) =>
    simulateWeld({
      shell: { kind: 'line', lengthMm: 200, sides: [side, side], beyondMm: 80, closedInside: false },
      plan: {
        runs: [{ pass: 0, fromMm: 0, toMm: 150, person: 0, restS: 0 }],
        arcs: [{ powerW, travelMmPerS: 1.8, radiusMm: 1.5, aimMm: 0 }],
        interpassC: null,
        moveS: 0,
      },
      startC: 20,
      ambientC: 20,
      surface: 'bright',
      insulated: true,
      bars: [],
      cover: { cupMm: 0, trailingMm: 0, postFlowS: 0 },
      windows: [
        [550, 850],
        [550, 850],
      ],
      watchS: 0.001,
      frames: 0,
      arcStepS: 0.3 * finer,
      fineness: {
        nearMm: FINENESS.nearMm * finer,
        alongMm: FINENESS.alongMm * finer,
        growth: 1 + (FINENESS.growth - 1) * finer,
        mostMm: FINENESS.mostMm * finer,
      },
    });
  const runs = [4, 2, 1].map(run);
  const places = [
    [-10, 5],
    [-20, 5],
    [-40, 5],
    [-20, 10],
    [-40, 10],
    [-60, 20],
  ] as const;
  return table(
    ['behind, beside, mm', 'Rosenthal, °C', 'cells four times as wide', 'twice', 'as usual', 'off by'],
    places.map(([xi, y]) => {
      const exact = rosenthalThin({ ...SOURCE, powerW }, 0.002, xi / 1000, y / 1000);
      const found = runs.map(({ grid, endC }) => temperatureAt(grid, endC, 150 + xi, y));
      return [
        `${-xi}, ${y}`,
        fixed(exact),
        ...found.map((at) => fixed(at)),
        `${fixed((100 * (found[2]! - exact)) / (exact - 20))} %`,
      ];
    }),
  );
}

const cases = (): string =>
  table(
    ['case', 'once round or straight through', 'found', 'pull', 'minutes'],
    ORDER_CASES.map((one) => {
      const { once, found } = judgeCase(one);
      const words = ({ minutes, pullMm }: typeof once): string => `${fixed(minutes)} min, ${fixed(pullMm, 2)} mm`;
      const change = (from: number, to: number): string => `${fixed(100 * (to / from - 1), 0)} %`;
      return [
        one.title,
        words(once),
        words(found),
        change(once.pullMm, found.pullMm),
        change(once.minutes, found.minutes),
      ];
    }),
  );

/**
 * The page about heat, shrinkage and order: model, sources, checks and limits, with every figure computed as it is
 * written.
 */
export function heatPage(): string {
  const { transverse, bow, freedom, holds } = shrinkage;
  return `# Heat and order

Made by \`npm run docs\` from the data and the code; not written by hand.

## The metal

${materials()}

Above the liquidus conductivity counts ${thermal.liquidFactor.value} times (${thermal.liquidFactor.source}).
${thermal.emissivity.source}.

## Closed forms (\`heat/\`)

Rosenthal 1946 for thick bodies and thin sheet; a plate between them by images in both faces. Width and depth of the
pool, and melting through, are the isotherm of an arc of some width (Eagar and Tsai 1983, in a plate by images) over
what is not known of an arc (${heat.arc.source}). These forms know no heat of fusion: ${heat.meltThrough.source}.
Nor do they know how metal flows in a pool: ${heat.meltThrough.dig.share.join(' to ')} of the heat digs
(${heat.meltThrough.dig.source}). Beside another wall heat divides as the walls do, and of a fillet
${heat.meltThrough.fillet.share} stays in the two sides (${heat.meltThrough.fillet.source}). The chance of melting
through that follows (\`throughChance\`) is one figure for settings, plan and heat; no current is recommended that melts
through what should stay more often than ${100 * heat.meltThrough.mostChance} times in 100 at the travel that is set.

${spots()}

## Simulation (\`heat/simulate-weld.ts\`)

The shell on both sides of the seam is laid flat and cut into cells: fine at the seam, wider farther off; a plate
round a tube grows outwards, a plate with something standing on it leads heat both ways. The arc is bell-shaped and
goes along the seam in runs, with pauses, by one or two people; a run of a later pass waits until the metal it covers
is below its limit. Each step is implicit in one direction after the other, in the form of changes, so that heat is
kept to the last digit; the heat of fusion lies in the table of each metal. Losses: air, radiation, gas inside, chill
bars (${heat.simulation.source}). What a pool shines away is within the efficiency of its arc.

**Through the wall** (\`sequence/through-wall.ts\`). Where one side is ${sequence.section.unevenRatio} times as
thick as the other, or both are thicker than ${sequence.section.criticalShare} of the critical thickness, the pass
that met the warmest metal is simulated in a cut across the seam (\`simulate-section.ts\`), both sides laid level. A
cut knows no heat that flows along the seam, which a slow arc loses: so much of its heat is laid that an even plate of
the mean thickness melts as deep as the closed form says.

A bead on a large plate with constant properties, against the closed form:

${againstRosenthal()}

## What follows

Colours where no torch gas covers the metal (${heat.tints.source}); seconds in the range where carbides form, held
against the likely grade; seconds above ${heat.grainGrowth.aboveC} °C for ferritic grain (${heat.grainGrowth.source});
seconds between 1200 and 800 °C for duplex (${heat.duplexSeconds.source}).

## Shrinkage (\`shrinkage/\`)

Together: ${transverse.perArea} of the section over the wall (${transverse.source}). Bow: ${bow.factor} of section,
distance from the axis and length squared over the moment of inertia (${bow.source}). Half of it either way. Stainless
by its expansion and a little by its conductivity (${shrinkage.family.source}). What is left when it was held: clamped
${holds.clamped.tilt}, strongback ${holds.strongback.tilt} (${holds.source}).

**Tilt of a ring.** Lengths of weld are summed as vectors, each with the freedom it finds. A freedom
that falls as the ring is closed would send a ring to the quarter it was begun with; practice sees it go to the end.
The edges that are not welded yet stand against each other and prop what is welded first, so that here freedom rises
from ${freedom.first} to ${freedom.last}: ${freedom.source}. Hot metal draws in more.

## Order (\`sequence/\`)

A fast judge superposes instantaneous sources (Carslaw and Jaeger) on the ring or along the seam: waits within about
15 % of the simulation, in a thousandth of the time. Simulated annealing over order and direction of the segments,
${sequence.search.tries} tries, the same seed the same plan. The search keeps to what the welder says: runs that are
fixed come first; what must not be welded is left; a ring of which some is out of reach is rolled as little as each
run takes (${sequence.seconds.roll} s each time), a line turned end for end, and what cannot be turned stays unwelded,
which is said first. How far colour may go becomes the warmest the metal may be before any run, by the closed form;
where even cold metal colours farther, no wait helps, and that is said. \`order\` on the command line confirms what is
found, and the usual orders, by simulation.

${cases()}

${ORDER_CASES.flatMap(({ beyond }) => beyond ?? []).join('\n')}

## Limits

- Two dimensions: through the wall, or along the seam, is left out; both at once, a socket, or a casting of uneven
  wall is not what is simulated. A tee or a fillet is laid level.
- Contact of bars, what holds the part, freedom of the edges and colours of other metals are estimates, and are called
  so.
- Pulls are hand formulas: half of it either way. Buckling of thin sheet is not reckoned.
- Two joints of one part do not warm each other here.
`;
}
