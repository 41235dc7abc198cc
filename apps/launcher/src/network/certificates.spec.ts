import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { doctor, linesOf } from '../doctor';
import { givenCertificate, machineNames, ownCertificate } from '.';
import { certify, makeAuthority } from './certificates';

const MACHINE = { names: ['shop', 'shop.local'], addresses: ['192.168.7.2', '127.0.0.1'] };
const NOW = new Date('2026-03-01T06:00:00Z');
const later = (days: number): Date => new Date(NOW.getTime() + days * 86_400_000);

let home: string;
beforeEach(() => (home = mkdtempSync(join(tmpdir(), 'variatum-tls-'))));
afterEach(() => rmSync(home, { recursive: true }));

describe('names of a machine', () => {
  const machine = {
    host: 'Shop',
    interfaces: {
      lo: [{ address: '127.0.0.1', internal: true }],
      eth0: [
        { address: '192.168.7.2', internal: false },
        { address: 'fe80::1', internal: false },
        { address: 'fd00::7', internal: false },
      ],
    },
  };
  test('listening everywhere, all it is reached by', () => {
    expect(machineNames('0.0.0.0', ['Repair.Example', '10.0.0.9'], machine)).toEqual({
      names: ['shop', 'shop.local', 'repair.example'],
      addresses: ['192.168.7.2', 'fd00::7', '10.0.0.9'],
    });
  });
  test('listening on one address, that one alone', () => {
    expect(machineNames('192.168.7.2', [], machine).addresses).toEqual(['192.168.7.2']);
  });
  test('what no certificate can say is left out', () => {
    expect(machineNames('::', [], { host: 'odd_name', interfaces: {} })).toEqual({ names: [], addresses: [] });
  });
});

/** Asks a server that shows a certificate; answers what became of it. */
async function visit(shown: { certificate: string; key: string }, ca: string, servername: string): Promise<string> {
  const server = createServer({ cert: shown.certificate, key: shown.key }, (_request, response) =>
    response.end('hello'),
  );
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  try {
    return await new Promise((done) => {
      const asked = request({ host: '127.0.0.1', port, ca, servername, agent: false }, (response) => {
        response.resume();
        response.on('end', () => done('trusted'));
      });
      asked.on('error', (error: NodeJS.ErrnoException) => done(error.code ?? error.message));
      asked.end();
    });
  } finally {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
  }
}

test('what the authority signed is trusted under every name of the machine, by nobody else', async () => {
  const now = new Date();
  const authority = await makeAuthority(MACHINE, now);
  const own = await certify(authority, MACHINE, now);
  expect(await visit(own, authority.certificate, 'shop')).toBe('trusted');
  expect(await visit(own, authority.certificate, 'shop.local')).toBe('trusted');
  expect(await visit(own, authority.certificate, 'elsewhere.example')).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  const other = await makeAuthority(MACHINE, now);
  expect(await visit(own, other.certificate, 'shop')).not.toBe('trusted');
});

test('an authority cannot pass for any other place, whoever has its key', async () => {
  const now = new Date();
  const authority = await makeAuthority(MACHINE, now);
  const forged = await certify(authority, { names: ['bank.example'], addresses: [] }, now);
  expect(await visit(forged, authority.certificate, 'bank.example')).not.toBe('trusted');
  const abroad = await certify(authority, { names: ['shop'], addresses: ['203.0.113.5'] }, now);
  expect(await visit(abroad, authority.certificate, 'shop')).not.toBe('trusted');
  const atHome = await certify(authority, { names: ['shop'], addresses: ['10.1.2.3'] }, now);
  expect(await visit(atHome, authority.certificate, 'shop')).toBe('trusted');
});

test('a certificate is made once, and anew when a month is left or a name is missing', async () => {
  const first = await ownCertificate(home, MACHINE, NOW);
  const authority = readFileSync(first.authorityFile as string, 'utf8');
  expect(first).toMatchObject({ renewed: true, leftOut: [] });
  expect([...first.speaksFor].sort()).toEqual([...MACHINE.names, ...MACHINE.addresses].sort());
  expect((await ownCertificate(home, MACHINE, later(59))).renewed).toBe(false);
  expect((await ownCertificate(home, MACHINE, later(61))).renewed).toBe(true);
  const moved = await ownCertificate(home, { ...MACHINE, addresses: ['192.168.7.3'] }, later(62));
  expect(moved.renewed).toBe(true);
  expect(moved.speaksFor).toContain('192.168.7.3');
  expect(readFileSync(first.authorityFile as string, 'utf8')).toBe(authority);
  for (const name of ['authority.key', 'machine.key']) expect(statSync(join(home, 'tls', name)).mode & 0o077).toBe(0);
});

test('a name the authority may not speak for is left out and told of', async () => {
  await ownCertificate(home, MACHINE, NOW);
  const more = await ownCertificate(
    home,
    { names: [...MACHINE.names, 'repair.example'], addresses: [...MACHINE.addresses, 'fd12::5', '203.0.113.5'] },
    NOW,
  );
  expect(more.leftOut).toEqual(['repair.example', '203.0.113.5']);
  expect(more.speaksFor).toHaveLength(MACHINE.names.length + MACHINE.addresses.length + 1);
});

test('the doctor says how long the certificate is good', async () => {
  await ownCertificate(home, MACHINE, NOW);
  const said = async (day: number): Promise<string> =>
    linesOf(
      (await doctor('/nowhere', process.cwd(), home, later(day).getTime())).filter(
        ({ what }) => what === 'certificate',
      ),
    );
  expect(await said(0)).toContain('good   certificate        good for 90 days');
  expect(await said(80)).toMatch(/^watch .* good for 10 days\n.*look whether/);
  expect(await said(91)).toMatch(/^BAD .* has run out/);
});

test('an authority that runs out is made anew', async () => {
  const { authorityFile } = await ownCertificate(home, MACHINE, NOW);
  const before = readFileSync(authorityFile as string, 'utf8');
  await ownCertificate(home, MACHINE, later(3640));
  const after = new X509Certificate(readFileSync(authorityFile as string, 'utf8'));
  expect(after.fingerprint256).not.toBe(new X509Certificate(before).fingerprint256);
});

test('a certificate of one’s own is read from its files, or said why not', async () => {
  const authority = await makeAuthority(MACHINE, NOW);
  const { certificate, key } = await certify(authority, MACHINE, NOW);
  const [crt, keyFile] = [join(home, 'a.crt'), join(home, 'a.key')];
  writeFileSync(crt, certificate);
  writeFileSync(keyFile, key);
  expect(givenCertificate(crt, keyFile, NOW)).toMatchObject({ authorityFile: undefined });
  expect(() => givenCertificate(crt, keyFile, later(400))).toThrow(/ran out on/);
  expect(() => givenCertificate(join(home, 'none'), keyFile, NOW)).toThrow(/certificate cannot be read/);
  expect(() => givenCertificate(keyFile, keyFile, NOW)).toThrow(/holds no certificate/);
  expect(() => givenCertificate(crt, crt, NOW)).toThrow(/no private key/);
});
