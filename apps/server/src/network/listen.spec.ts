import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { certify, makeAuthority, type Certified } from '../../../launcher/src/network/certificates';
import { freePort } from '../../../launcher/src/free-port';
import { CannotListen, listenOn } from './listen';
import { OWN_MACHINE, reachOf } from './reach';

const MACHINE = { names: ['shop'], addresses: ['127.0.0.1', '192.168.7.2'] };

/** Number of the certificate a port shows to whoever trusts the authority. */
const serialAt = (port: number, ca: string): Promise<string> =>
  new Promise((done, fail) => {
    const socket = connect({ port, host: '127.0.0.1', servername: 'shop', ca }, () => {
      done(socket.getPeerCertificate().serialNumber);
      socket.end();
    });
    socket.on('error', fail);
  });

test('a certificate that was renewed is shown from then on; one that cannot be read changes nothing', async () => {
  const home = mkdtempSync(join(tmpdir(), 'variatum-listen-'));
  const authority = await makeAuthority(MACHINE, new Date());
  const [certificateFile, keyFile, authorityFile] = ['machine.crt', 'machine.key', 'authority.crt'].map((name) =>
    join(home, name),
  ) as [string, string, string];
  const write = ({ certificate, key }: Certified): void => {
    writeFileSync(certificateFile, certificate);
    writeFileSync(keyFile, key);
  };
  writeFileSync(authorityFile, authority.certificate);
  write(await certify(authority, MACHINE, new Date()));
  const [port, securePort] = [await freePort(0), await freePort(0)];
  const secure = { address: '127.0.0.1', port: securePort, certificateFile, keyFile, authorityFile };
  const reach = reachOf({ secure, hosts: ['repair.example'], proxies: [] });
  const listening = await listenOn({ port, secure }, reach, (_request, response) => response.end('here'));
  try {
    const first = await serialAt(securePort, authority.certificate);
    write(await certify(authority, { ...MACHINE, addresses: ['127.0.0.1', '192.168.7.3'] }, new Date()));
    expect(await serialAt(securePort, authority.certificate)).toBe(first);
    listening.readCertificate();
    const second = await serialAt(securePort, authority.certificate);
    expect(second).not.toBe(first);
    // The names it is reached by are those of the certificate as it stands, and those given by hand.
    expect(['shop', '192.168.7.3', 'repair.example', 'localhost'].map((name) => reach.admits(name))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['192.168.7.2', 'elsewhere.example', ''].map((name) => reach.admits(name))).toEqual([false, false, false]);
    expect(reach.told().addresses).toEqual([`https://192.168.7.3:${securePort}/`, `https://shop:${securePort}/`]);
    writeFileSync(certificateFile, 'no certificate');
    expect(() => listening.readCertificate()).toThrow();
    expect(await serialAt(securePort, authority.certificate)).toBe(second);
  } finally {
    await listening.close();
    rmSync(home, { recursive: true });
  }
});

test('whoever comes on a kept connection while it is let go is answered once more, and told to close', async () => {
  const port = await freePort(0);
  const listening = await listenOn({ port, secure: undefined }, OWN_MACHINE, (_request, response) =>
    response.end('here'),
  );
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const ask = (): Promise<{ status: number; connection: string | undefined; port: number }> =>
    new Promise((done, fail) => {
      const asked = request({ port, host: '127.0.0.1', agent }, (response) => {
        const from = response.socket.localPort ?? 0;
        response.resume();
        response.on('end', () =>
          done({ status: response.statusCode ?? 0, connection: response.headers.connection, port: from }),
        );
      });
      asked.on('error', fail);
      asked.end();
    });
  const first = await ask();
  const closed = listening.close();
  const second = await ask();
  expect([first, second]).toEqual([
    { status: 200, connection: 'keep-alive', port: first.port },
    { status: 200, connection: 'close', port: first.port },
  ]);
  await closed;
  await expect(ask()).rejects.toThrow(/ECONNREFUSED/);
});

test('a port that is taken is said by its number', async () => {
  const port = await freePort(0);
  const listening = await listenOn({ port, secure: undefined }, OWN_MACHINE, (_request, response) => response.end());
  const again = listenOn({ port, secure: undefined }, OWN_MACHINE, (_request, response) => response.end());
  await expect(again).rejects.toThrow(CannotListen);
  await expect(again).rejects.toMatchObject({ port, code: 'EADDRINUSE' });
  await listening.close();
});
