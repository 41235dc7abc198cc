import { preparationList, type PreparationQuestion, type PreparedJoint, type PreparedPiece } from '.';

const piece = (id: string, more: Partial<PreparedPiece> = {}): PreparedPiece => ({
  id,
  name: id.toUpperCase(),
  kind: 'base',
  form: 'tube',
  shape: null,
  coating: null,
  condition: null,
  family: 'austenitic',
  thicknessMm: 1.65,
  outsideMm: 50.8,
  crackProne: false,
  ...more,
});
const joint = (more: Partial<PreparedJoint> = {}): PreparedJoint => ({
  id: 'j',
  name: '1',
  type: 'square-butt',
  gas: 'argon',
  backShielding: 'purge',
  backGas: null,
  pieces: ['a', 'b'],
  fit: { gapMm: 2, landMm: 1.5 },
  seamMm: 160,
  closed: true,
  insideApartMm: 0,
  thicknessRatio: 1,
  meltsThrough: true,
  tacks: { count: 4, closed: true, wide: false },
  isPeened: false,
  fused: true,
  heat: [],
  ...more,
});
const list = (
  pieces: readonly PreparedPiece[],
  joints: readonly PreparedJoint[],
  more: Partial<PreparationQuestion> = {},
) =>
  preparationList({
    pieces,
    joints,
    highLowMm: null,
    closedRooms: 0,
    lengthUnit: 'mm',
    temperatureUnit: '°C',
    ...more,
  });
const keys = (items: ReturnType<typeof list>): string[] => items.map(({ key }) => key.split(' ')[0] as string);
const find = (items: ReturnType<typeof list>, fact: string) => items.find(({ key }) => key.startsWith(fact));

test('a fused food tube: square ends without a gap, half a wall of mismatch, gas before the first tack', () => {
  const items = list([piece('a'), piece('b')], [joint()]);
  expect(keys(items)).toEqual([
    'bright',
    'degrease',
    'own-tools',
    'protect',
    'square-ends',
    'mismatch',
    'purge',
    'argon-room',
    'tacks',
  ]);
  expect(find(items, 'mismatch')!.title).toContain('0.83 mm');
  expect(find(items, 'degrease')!.caution).toContain('chlorinated');
  for (const { reason, skipped, source } of items) expect(reason && skipped && source).toBeTruthy();
});

test('the same list says inches in a workshop of inches', () => {
  const items = list([piece('a'), piece('b')], [joint()], { lengthUnit: 'in', temperatureUnit: '°F' });
  expect(find(items, 'mismatch')!.title).toMatch(/in|"/);
  expect(items.map(({ title }) => title).join(' ')).not.toMatch(/\d mm/);
});

test('zinc comes off first, and holds the welding up', () => {
  const items = list(
    [piece('a', { coating: 'galvanised', family: 'carbon' }), piece('b')],
    [joint({ type: 'fillet', fused: false, backShielding: null, meltsThrough: false })],
  );
  expect(items.filter(({ group }) => group === 'clean')[0]).toMatchObject({ key: 'strip-galvanised a', doNot: true });
  expect(find(items, 'strip-galvanised')!.caution).toContain('mask');
  expect(keys(items)).toContain('close-fit');
  expect(keys(items)).not.toContain('purge');
});

test('hydrogen in the gas on a ferritic is do not; on two austenitic ones it is nobody’s business', () => {
  const gas = { gas: 'argon-hydrogen' as const };
  const items = list([piece('a', { family: 'ferritic' }), piece('b')], [joint(gas)]);
  expect(find(items, 'no-hydrogen')).toMatchObject({ doNot: true });
  expect(find(items, 'no-hydrogen')!.reason).toContain('ferritic');
  expect(keys(list([piece('a'), piece('b', { family: 'nickel' })], [joint(gas)]))).not.toContain('no-hydrogen');
});

test('cast iron: two schools with their time, oil baked out, every bead peened, no preheat besides', () => {
  const heat = [
    {
      kind: 'preheat' as const,
      piece: 0,
      grade: 'ductile',
      temperatureC: [200, 250] as const,
      minutes: 0,
      words: 'Preheat.',
      source: 's',
      confidence: 'medium' as const,
    },
  ];
  const items = list(
    [piece('a', { family: 'cast-iron', form: 'casting' }), piece('b')],
    [joint({ type: 'saddle', fused: false, isPeened: true, heat })],
  );
  expect(keys(items)).toEqual(expect.arrayContaining(['bake-out', 'cast-iron-school', 'peen', 'clamp-flange']));
  expect(keys(items)).not.toContain('heat');
  expect(find(items, 'cast-iron-school')!.ways.map(({ id }) => id)).toEqual(['cold', 'hot']);
});

test('a crack is found, stopped and ground out by its wall; an old weld is cut out or welded over', () => {
  const of = (wall: number) =>
    list(
      [piece('a', { thicknessMm: wall }), piece('w', { kind: 'old-weld', form: null })],
      [
        joint({
          type: 'toe-crack',
          pieces: ['a', 'w'],
          fused: false,
          closed: false,
          backShielding: null,
          meltsThrough: false,
          tacks: null,
        }),
      ],
    );
  expect(keys(of(2))).toEqual(expect.arrayContaining(['crack-ends', 'stop-drill', 'old-weld']));
  expect(keys(of(2))).not.toContain('grind-out');
  expect(keys(of(6))).toContain('grind-out');
  expect(find(of(2), 'stop-drill')!.title).toContain('2.4 mm');
  expect(find(of(6), 'old-weld')!.ways.map(({ id }) => id)).toEqual(['cut-out', 'weld-over']);
  expect(keys(of(2))).not.toContain('tacks');
});

test('two sizes: brought to one where the wall does not forgive it, tapered where one side is thick', () => {
  const items = list(
    [piece('a'), piece('b', { thicknessMm: 3 })],
    [joint({ insideApartMm: 1.35, thicknessRatio: 1.8 })],
  );
  expect(keys(items)).toEqual(expect.arrayContaining(['common-size', 'taper']));
  expect(find(items, 'mismatch')!.title).toContain('1.35 mm');
  // The workshop's own limit is narrower than half the wall.
  expect(find(list([piece('a'), piece('b')], [joint()], { highLowMm: 0.3 }), 'mismatch')!.title).toContain('0.3 mm');
});

test('nothing behind a root that melts through, a closed room, and a flange are not passed over', () => {
  const items = list([piece('a'), piece('b', { shape: 'disc', form: 'plate' })], [joint({ backShielding: null })], {
    closedRooms: 1,
  });
  expect(keys(items)).toEqual(expect.arrayContaining(['nothing-behind', 'closed-space', 'clamp-flange']));
  expect(find(items, 'closed-space')).toMatchObject({ doNot: true });
});
