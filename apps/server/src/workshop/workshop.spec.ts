import type { Workshop } from '@variatum/contracts';
import { STARTING_PROFILES } from '@variatum/metallurgy';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const read = async (): Promise<Workshop> => (await server.request.get('/api/workshop').expect(200)).body as Workshop;
const change = async (fields: object): Promise<Workshop> =>
  (
    await server.request
      .patch('/api/workshop')
      .send({ version: (await read()).version, ...fields })
      .expect(200)
  ).body as Workshop;
const refused = async (fields: object): Promise<string[]> => {
  const { body } = await server.request
    .patch('/api/workshop')
    .send({ version: (await read()).version, ...fields })
    .expect(422);
  return (body as { errors: { path: string }[] }).errors.map(({ path }) => path);
};

const machine = {
  id: randomUUID(),
  name: 'Bench',
  processes: ['gtaw'],
  kind: 'inverter',
  volts: 230,
  amperes: 16,
  phases: 1,
  mostAmperes: null,
};
const gas = { id: randomUUID(), name: 'Argon', gas: 'argon', use: 'both', flowLpm: { value: 7.08, typed: '15 cfh' } };

describe('settings of the workshop', () => {
  test('a new workshop has no machines, the starting profiles and no rates', async () => {
    expect(await read()).toMatchObject({
      flowUnit: 'L/min',
      machines: [],
      gases: [],
      acceptanceProfiles: null,
      rates: { currency: '', labourPerHour: null },
    });
  });

  test('machines, gases, profiles and rates come back as they went in', async () => {
    const sent = {
      flowUnit: 'cfh',
      machines: [machine],
      gases: [gas],
      acceptanceProfiles: STARTING_PROFILES.slice(0, 2),
      rates: {
        currency: 'EUR',
        labourPerHour: 62.5,
        leastCharge: 30,
        callOut: null,
        gasPerCubicMetre: 14.5,
        materialMarkupPercent: 20,
      },
    };
    expect(await change(sent)).toMatchObject(sent);
    expect(await read()).toMatchObject(sent);
    expect((await change({ acceptanceProfiles: null })).acceptanceProfiles).toBeNull();
  });

  test('every faulty field is named by its place', async () => {
    expect(await refused({ machines: [machine, { ...machine, volts: 5, name: ' ' }] })).toEqual([
      'machines.1.name',
      'machines.1.volts',
    ]);
    expect(await refused({ machines: [{ ...machine, phases: 2 }] })).toEqual(['machines.0.phases']);
    expect(await refused({ gases: [{ ...gas, gas: 'laughing gas' }] })).toEqual(['gases.0.gas']);
    expect(await refused({ gases: [{ ...gas, flowLpm: { value: 900, typed: '' } }] })).toEqual([
      'gases.0.flowLpm.value',
    ]);
    const [profile] = STARTING_PROFILES;
    expect(await refused({ acceptanceProfiles: [{ ...profile, ferriteMin: 20, ferriteMax: 4 }] })).toEqual([
      'acceptanceProfiles.0.ferriteMax',
    ]);
    expect(await refused({ rates: { currency: 'EUR' } })).toContain('rates.labourPerHour');
    expect(await refused({ colour: 'blue' })).toHaveLength(1);
  });

  test('a refused change leaves everything as it was', async () => {
    const before = await read();
    await refused({ name: 'Half', machines: [{ ...machine, amperes: 0 }] });
    expect(await read()).toEqual(before);
  });
});
