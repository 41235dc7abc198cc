import type { Quantity } from '@variatum/metallurgy';
import type {
  FieldTestRecord,
  JobHead,
  JobState,
  JointRecord,
  JointSideRecord,
  NewPiece,
  Stage,
  Workshop,
} from '@variatum/contracts';

/** A piece of a demo job with the tests done on it. */
export interface DemoPiece extends NewPiece {
  readonly tests?: readonly (FieldTestRecord['entry'] & {
    readonly spot?: FieldTestRecord['spot'];
    readonly note?: string;
    readonly struckOut?: string;
  })[];
}

/** A side of a demo joint: a piece by its place in the job, and where on it. */
export interface DemoSide {
  readonly piece: number;
  readonly end?: JointSideRecord['end'];
  readonly alongMm?: number;
  readonly clock?: number;
}

/** A joint of a demo job. */
export interface DemoJoint {
  readonly joint: JointRecord['joint'];
  readonly sides: readonly DemoSide[];
  readonly name?: string;
  readonly lengthMm?: number;
  readonly course?: JointRecord['course'];
  /** Rod decided on, when the joint got that far. */
  readonly decision?: { readonly rod: string | null; readonly note: string };
}

/** A job of the invented works depot. */
export interface DemoJob {
  readonly title: string;
  readonly item: string;
  readonly state: JobState;
  readonly stage: Stage;
  readonly service: JobHead['service'];
  readonly temperaturesC?: JobHead['temperaturesC'];
  readonly pieces: readonly DemoPiece[];
  readonly joints: readonly DemoJoint[];
  /** Whether all joints are alike to the first. */
  readonly alike?: boolean;
}

/** Said here, not taken from the program: what tests the program by this data must not load it. */
const known = (value: number): Quantity => ({ value, typed: '' });

/** The ten jobs of the demo works depot, each stopped somewhere else. Everything in them is invented. */
export const DEMO_JOBS: readonly DemoJob[] = [
  {
    title: 'Salt-spreader chute, torn at the hinge',
    item:
      'Gritter chute torn from its hinge along the old bead. Thin sheet on a heavy hinge leaf, back on the road ' +
      'before the next frost.',
    state: 'bench',
    stage: 'rod',
    service: { environment: 'road-salt', vibration: true, permanence: 'permanent' },
    temperaturesC: [known(-20), known(40)],
    pieces: [
      {
        name: 'Chute sheet',
        itemFamily: 'road-salt',
        form: 'sheet',
        thicknessMm: known(1.5),
        lengthMm: known(420),
        widthMm: known(300),
        size: '1.5 mm sheet',
        origin: 'Maker unknown, about ten winters old',
        tests: [
          { test: 'magnet', outcome: 'full', worked: 'soft' },
          { test: 'copper-sulphate', outcome: 'no-deposit', filed: true },
          { test: 'rust', outcome: 'tea-stain' },
          { test: 'analyser', reading: { Cr: 11.3, Mn: 0.4, Ti: 0.21 }, note: 'borrowed analyser, clean spot' },
        ],
      },
      {
        name: 'Hinge leaf',
        itemFamily: 'frame-bracket',
        form: 'plate',
        thicknessMm: known(6),
        lengthMm: known(90),
        widthMm: known(300),
        size: '6 mm plate',
        grade: 'A36',
        origin: 'Replaced in the depot last year',
      },
    ],
    joints: [
      {
        joint: { type: 'lap', technique: 'fillet', process: 'gtaw', restraint: 'medium' },
        sides: [{ piece: 0 }, { piece: 1 }],
        decision: { rod: 'ER309L', note: 'Arc on the hinge, small beads.' },
      },
      {
        joint: { type: 'crack', process: 'gtaw' },
        sides: [{ piece: 0, alongMm: 290 }],
        lengthMm: 70,
        name: 'Tear in the sheet',
      },
    ],
  },
  {
    title: 'Fountain nozzle ring, cracked spigot',
    item:
      'One of twelve turned spigots cracked off the ring. Others of the batch were re-welded before and cracked ' +
      'again.',
    state: 'bench',
    stage: 'identify',
    service: { environment: 'potable', permanence: 'permanent', vibration: true },
    pieces: [
      {
        name: 'Spigot',
        itemFamily: 'turned-fitting',
        form: 'turned',
        thicknessMm: known(5),
        outsideMm: known(28),
        lengthMm: known(70),
        count: 12,
        size: '28 mm bar, 5 mm wall at the joint',
        tests: [
          { test: 'magnet', outcome: 'none', worked: 'soft' },
          { test: 'molybdenum-spot', outcome: 'negative' },
        ],
      },
      {
        name: 'Ring tube',
        itemFamily: 'food-drink-tube',
        form: 'tube',
        shape: 'ring',
        widthMm: known(460),
        thicknessMm: known(2),
        outsideMm: known(42.4),
        size: '42.4 x 2 mm tube',
        tests: [
          { test: 'stamp', mark: '316L' },
          { test: 'magnet', outcome: 'none', worked: 'soft' },
        ],
      },
    ],
    alike: true,
    joints: Array.from({ length: 12 }, () => ({
      joint: { type: 'fillet' as const, process: 'gtaw' as const },
      sides: [{ piece: 0 }, { piece: 1 }],
    })),
  },
  {
    title: 'Tram-stop handrail, split at the bend',
    item: 'Rail split at the upper bend after a knock. Pulls a magnet near the bends, hardly on the straight.',
    state: 'bench',
    stage: 'identify',
    service: { environment: 'outdoor', permanence: 'permanent' },
    pieces: [
      {
        name: 'Rail tube',
        itemFamily: 'handrail',
        form: 'tube',
        shape: 'bend',
        bendDeg: known(60),
        lengthMm: known(280),
        thicknessMm: known(2),
        outsideMm: known(42.4),
        size: '42.4 x 2 mm tube',
        tests: [
          { test: 'magnet', outcome: 'none', worked: 'soft', spot: { along: 0.12, clock: 2 } },
          { test: 'magnet', outcome: 'faint', worked: 'bent', spot: { along: 0.5, clock: 4.5 } },
          { test: 'molybdenum-spot', outcome: 'negative', spot: { along: 0.2, clock: 4 } },
        ],
      },
    ],
    joints: [
      {
        joint: { type: 'crack', process: 'gtaw' },
        sides: [{ piece: 0, alongMm: 140, clock: 2 }],
        lengthMm: 28,
        course: 'around',
      },
    ],
  },
  {
    title: 'Boiler-house flue grate, broken bars',
    item: 'Three cast bars of the wood-chip boiler grate broken near the seat. Glows dull red for whole shifts.',
    state: 'waiting',
    stage: 'joint',
    service: { environment: 'dry', hot: 'long', cycling: true, permanence: 'temporary' },
    temperaturesC: [known(20), known(950)],
    pieces: [
      {
        name: 'Grate bar',
        itemFamily: 'furnace-flue',
        form: 'casting',
        thicknessMm: known(14),
        lengthMm: known(320),
        widthMm: known(40),
        count: 3,
        size: '14 x 40 mm bar',
        tests: [
          { test: 'magnet', outcome: 'faint', worked: 'soft' },
          { test: 'tint', outcome: 'grey-scale' },
          { test: 'spark', outcome: 'short-red' },
          { test: 'analyser', reading: { Cr: 25.1, Ni: 12.4, Mn: 0.8 } },
        ],
      },
    ],
    alike: true,
    joints: Array.from({ length: 3 }, () => ({
      joint: { type: 'crack' as const },
      sides: [{ piece: 0, alongMm: 70 }],
      lengthMm: 40,
      course: 'around' as const,
    })),
  },
  {
    title: 'Pool ladder, pitted old weld',
    item: 'Tread weld pitted through and stained brown. Somebody repaired it once with what looks like plain wire.',
    state: 'bench',
    stage: 'rod',
    service: { environment: 'pool', permanence: 'permanent' },
    pieces: [
      {
        name: 'Stringer tube',
        itemFamily: 'pool-coast',
        form: 'tube',
        lengthMm: known(300),
        thicknessMm: known(2),
        outsideMm: known(43),
        size: '43 x 2 mm tube',
        tests: [
          { test: 'magnet', outcome: 'none', worked: 'soft' },
          { test: 'molybdenum-spot', outcome: 'positive' },
          { test: 'rust', outcome: 'none' },
        ],
      },
      {
        name: 'Tread',
        itemFamily: 'pool-coast',
        form: 'sheet',
        count: 2,
        lengthMm: known(90),
        widthMm: known(40),
        thicknessMm: known(3),
        size: '3 mm sheet',
        tests: [{ test: 'molybdenum-spot', outcome: 'positive' }],
      },
      {
        name: 'Old weld',
        kind: 'old-weld',
        weldMetal: 'ER70S-6',
        thicknessMm: known(3),
        size: '',
        origin: 'Rusts evenly, pulls a magnet',
      },
    ],
    alike: true,
    joints: [90, 210].map((alongMm) => ({
      joint: { type: 'toe-crack' as const, process: 'gtaw' as const },
      sides: [{ piece: 0, alongMm }, { piece: 1, end: 'start' as const }, { piece: 2 }],
    })),
  },
  {
    title: 'Screen rake, loose tine',
    item: 'Sewage screen rake: one tine broken off the frame at the toe of the weld.',
    state: 'inspect',
    stage: 'rod',
    service: { environment: 'outdoor', vibration: true, permanence: 'permanent' },
    pieces: [
      {
        name: 'Tine',
        itemFamily: 'screen-rake',
        form: 'bar',
        thicknessMm: known(10),
        lengthMm: known(180),
        widthMm: known(50),
        size: '10 x 50 mm flat',
        tests: [
          { test: 'magnet', outcome: 'clear', worked: 'soft' },
          { test: 'molybdenum-spot', outcome: 'positive' },
          { test: 'analyser', reading: { Cr: 22.4, Ni: 5.6, Mo: 3.12, Mn: 1.5 } },
        ],
      },
      {
        name: 'Frame',
        itemFamily: 'screen-rake',
        form: 'sheet',
        thicknessMm: known(6),
        lengthMm: known(320),
        widthMm: known(80),
        size: '6 mm folded sheet',
        grade: '304',
      },
    ],
    joints: [
      {
        joint: { type: 'fillet', process: 'gtaw', technique: 'fillet' },
        sides: [
          { piece: 0, end: 'start' },
          { piece: 1, alongMm: 110 },
        ],
        decision: { rod: 'ER2209', note: 'On the shelf from the last rake; matches the tine.' },
      },
    ],
  },
  {
    title: 'Greenhouse steam coil, pinhole',
    item: 'Thin coil tube with a pinhole beside a butt joint. Inside must stay clean and smooth: no rod wanted.',
    state: 'bench',
    stage: 'pieces',
    service: {
      environment: 'potable',
      cycling: true,
      pressure: true,
      permanence: 'permanent',
    },
    temperaturesC: [known(10), known(130)],
    pieces: [
      {
        name: 'Coil tube',
        itemFamily: 'food-drink-tube',
        form: 'tube',
        thicknessMm: known(1),
        outsideMm: known(18),
        lengthMm: known(900),
        size: '18 x 1 mm tube',
        tests: [{ test: 'magnet', outcome: 'none', worked: 'drawn', spot: { along: 0.4, clock: 2 } }],
      },
      {
        name: 'Insert',
        form: 'tube',
        thicknessMm: known(1),
        outsideMm: known(18),
        lengthMm: known(50),
        size: '18 x 1 mm tube',
        grade: '316L',
        origin: 'New, from the rack',
      },
      {
        name: 'Coil tube, lower',
        itemFamily: 'food-drink-tube',
        form: 'tube',
        thicknessMm: known(1),
        outsideMm: known(18),
        lengthMm: known(600),
        size: '18 x 1 mm tube',
      },
      {
        name: 'Bend',
        itemFamily: 'food-drink-tube',
        form: 'tube',
        shape: 'bend',
        thicknessMm: known(1),
        outsideMm: known(18),
        bendDeg: known(90),
        lengthMm: known(64),
        size: '18 x 1 mm tube',
      },
      {
        name: 'Riser',
        itemFamily: 'food-drink-tube',
        form: 'tube',
        thicknessMm: known(1),
        outsideMm: known(18),
        lengthMm: known(700),
        size: '18 x 1 mm tube',
      },
    ],
    alike: true,
    joints: [0, 1, 2, 3].map((first) => ({
      joint: { type: 'square-butt' as const, technique: 'fused' as const, process: 'gtaw' as const },
      sides: [{ piece: first }, { piece: first + 1 }],
    })),
  },
  {
    title: 'Park gate latch, snapped pin',
    item: 'Turned latch pin snapped off a galvanised post. Short chips when drilled; pulls strongly.',
    state: 'bench',
    stage: 'joint',
    service: { environment: 'outdoor', permanence: 'permanent' },
    pieces: [
      {
        name: 'Latch pin',
        itemFamily: 'turned-fitting',
        form: 'turned',
        thicknessMm: known(12),
        outsideMm: known(12),
        lengthMm: known(70),
        size: '12 mm bar',
        tests: [
          { test: 'magnet', outcome: 'full', worked: 'soft' },
          {
            test: 'copper-sulphate',
            outcome: 'deposit',
            filed: false,
            struckOut: 'Drop ran onto the zinc of the post',
          },
          { test: 'copper-sulphate', outcome: 'no-deposit', filed: true },
          { test: 'chips', outcome: 'short' },
          { test: 'sulphur-spot', outcome: 'positive' },
        ],
      },
      {
        name: 'Post',
        itemFamily: 'frame-bracket',
        form: 'section',
        thicknessMm: known(4),
        widthMm: known(60),
        lengthMm: known(260),
        size: '4 mm wall',
        grade: 'A36',
        coating: 'galvanised',
      },
    ],
    joints: [
      {
        joint: { type: 'fillet' },
        sides: [
          { piece: 0, end: 'start' },
          { piece: 1, alongMm: 170 },
        ],
      },
    ],
  },
  {
    title: 'Drain pump volute, broken stub',
    item: 'Pipe stub broken out of the volute. The casting weeps oil when warmed.',
    state: 'waiting',
    stage: 'identify',
    service: { environment: 'outdoor', pressure: true, permanence: 'temporary' },
    pieces: [
      {
        name: 'Volute',
        itemFamily: 'pump-part',
        form: 'casting',
        thicknessMm: known(9),
        lengthMm: known(200),
        widthMm: known(160),
        size: '9 mm wall',
        tests: [
          { test: 'magnet', outcome: 'full', worked: 'soft' },
          { test: 'copper-sulphate', outcome: 'deposit', filed: true },
          { test: 'chips', outcome: 'short' },
        ],
      },
      {
        name: 'Pipe stub',
        itemFamily: 'tank-vessel',
        form: 'pipe',
        thicknessMm: known(2.8),
        outsideMm: known(60.3),
        lengthMm: known(110),
        size: '2 in schedule 10',
        tests: [{ test: 'stamp', mark: 'TP304/304L' }],
      },
    ],
    joints: [{ joint: { type: 'saddle' }, sides: [{ piece: 1 }, { piece: 0, alongMm: 70 }] }],
  },
  {
    title: 'Ozone plant, vaporiser drain stub',
    item:
      'Leaking drain stub of the liquid-oxygen vaporiser. Very cold, oxygen-wetted, pressure: a job for qualified ' +
      'people and procedures; kept here to hand over with the facts.',
    state: 'out',
    stage: 'rod',
    service: { environment: 'outdoor', pressure: true, permanence: 'permanent' },
    temperaturesC: [known(-183), known(40)],
    pieces: [
      {
        name: 'Vaporiser tube',
        itemFamily: 'cold-vessel',
        form: 'pipe',
        thicknessMm: known(2.8),
        outsideMm: known(33.4),
        lengthMm: known(230),
        size: '1 in schedule 10',
        tests: [
          { test: 'stamp', mark: '304L' },
          { test: 'magnet', outcome: 'none', worked: 'soft' },
        ],
      },
      {
        name: 'Drain stub',
        itemFamily: 'cold-vessel',
        form: 'tube',
        thicknessMm: known(2),
        outsideMm: known(20),
        lengthMm: known(70),
        size: '20 x 2 mm tube',
        grade: '304L',
      },
    ],
    joints: [
      {
        joint: { type: 'socket', process: 'gtaw' },
        sides: [
          { piece: 1, end: 'start' },
          { piece: 0, alongMm: 150, clock: 6 },
        ],
        decision: { rod: 'ER308L', note: 'Handed to the vessel contractor with these notes; no work done here.' },
      },
    ],
  },
];

/** Rods on the demo shelf. */
export const DEMO_STOCK = [
  'ER308L',
  'ER309L',
  'ER309LMo',
  'ER312',
  'ER316L',
  'ER347',
  'ER2209',
  'ERNiCr-3',
  'ENiFe-CI',
  'ER70S-6',
];

/** Equipment of the invented depot. */
export const DEMO_EQUIPMENT: Pick<Workshop, 'name' | 'machines' | 'gases' | 'rates'> = {
  name: 'Works depot',
  rates: {
    currency: 'EUR',
    labourPerHour: 58,
    leastCharge: 60,
    callOut: 45,
    gasPerCubicMetre: 9,
    rodPerKg: 26,
    discEach: 2.8,
    tungstenEach: 3.5,
    materialMarkupPercent: 15,
    marginPercent: null,
  },
  machines: [
    {
      id: '00000000-0000-4000-8000-0000000000a1',
      name: 'Bench machine',
      processes: ['gtaw', 'smaw'],
      kind: 'inverter',
      volts: 400,
      amperes: 16,
      phases: 3,
      mostAmperes: 220,
    },
    {
      id: '00000000-0000-4000-8000-0000000000a2',
      name: 'Van machine',
      processes: ['gtaw', 'smaw'],
      kind: 'inverter',
      volts: 230,
      amperes: 13,
      phases: 1,
      mostAmperes: 160,
    },
  ],
  gases: [
    {
      id: '00000000-0000-4000-8000-0000000000b1',
      name: 'Argon',
      gas: 'argon',
      use: 'both',
      flowLpm: { value: 8, typed: '8 L/min' },
    },
  ],
};
