import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { PlainError } from '../say';
import { certify, makeAuthority, permittedBy, RENEW_DAYS, type Certified } from './certificates';
import type { MachineNames } from './machine-names';

/** Files a server takes its certificate from. */
export interface CertificateFiles {
  readonly certificateFile: string;
  readonly keyFile: string;
  /** Authority that devices must trust; undefined with a certificate of the workshop's own. */
  readonly authorityFile: string | undefined;
  /** Names and addresses the certificate speaks for. */
  readonly speaksFor: readonly string[];
  /** Names that were asked for and that the authority may not speak for. */
  readonly leftOut: readonly string[];
  readonly until: Date;
}

const DAY_MS = 24 * 3600 * 1000;
/** When a certificate runs out; Node.js 20 tells it as text alone. */
const endOf = ({ validTo }: X509Certificate): Date => new Date(validTo);

/** Names and addresses of a certificate. */
export const speaksFor = ({ subjectAltName = '' }: X509Certificate): readonly string[] =>
  subjectAltName.split(', ').flatMap((one) => /^(?:DNS|IP Address):(.+)$/.exec(one)?.[1]?.toLowerCase() ?? []);

/** One way to write an address: as a certificate says it. */
const alike = (name: string): string => (isIP(name) === 6 ? new URL(`http://[${name}]`).hostname.slice(1, -1) : name);

/** Writes a file whole or not at all, for this user alone. */
function write(file: string, text: string): void {
  writeFileSync(`${file}.new`, text, { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

function read(directory: string, name: string): Certified | undefined {
  const [certificateFile, keyFile] = [join(directory, `${name}.crt`), join(directory, `${name}.key`)];
  if (!existsSync(certificateFile) || !existsSync(keyFile)) return undefined;
  return { certificate: readFileSync(certificateFile, 'utf8'), key: readFileSync(keyFile, 'utf8') };
}

function keep(directory: string, name: string, { certificate, key }: Certified): void {
  // The key first: a certificate without its key would be taken for whole.
  write(join(directory, `${name}.key`), key);
  write(join(directory, `${name}.crt`), certificate);
}

/**
 * Certificate of a machine by its own authority, which is made the first time. A certificate that has a month left, or
 * does not speak for all names, is made anew; devices that trust the authority notice nothing.
 * @param home data directory
 * @returns the files, and whether the certificate is another one than before
 */
export async function ownCertificate(
  home: string,
  machine: MachineNames,
  now: Date,
): Promise<CertificateFiles & { readonly renewed: boolean }> {
  const directory = join(home, 'tls');
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  let authority = read(directory, 'authority');
  if (!authority || endOf(new X509Certificate(authority.certificate)).getTime() < now.getTime() + RENEW_DAYS * DAY_MS) {
    authority = await makeAuthority(machine, now);
    keep(directory, 'authority', authority);
  }
  const permitted = permittedBy(authority.certificate);
  const wanted = { names: machine.names.filter(permitted), addresses: machine.addresses.filter(permitted) };
  let machineOwn = read(directory, 'machine');
  const renewed = !machineOwn || !stillGood(machineOwn, authority, wanted, now);
  if (!machineOwn || renewed) keep(directory, 'machine', (machineOwn = await certify(authority, wanted, now)));
  const certificate = new X509Certificate(machineOwn.certificate);
  return {
    certificateFile: join(directory, 'machine.crt'),
    keyFile: join(directory, 'machine.key'),
    authorityFile: join(directory, 'authority.crt'),
    speaksFor: speaksFor(certificate),
    leftOut: [...machine.names, ...machine.addresses].filter((name) => !permitted(name)),
    until: endOf(certificate),
    renewed,
  };
}

function stillGood(own: Certified, authority: Certified, { names, addresses }: MachineNames, now: Date): boolean {
  const certificate = new X509Certificate(own.certificate);
  const has = new Set(speaksFor(certificate).map(alike));
  return (
    certificate.verify(new X509Certificate(authority.certificate).publicKey) &&
    endOf(certificate).getTime() > now.getTime() + RENEW_DAYS * DAY_MS &&
    [...names, ...addresses].every((name) => has.has(alike(name)))
  );
}

/** A certificate of the workshop's own, as it stands in two files. @throws PlainError when it cannot be used */
export function givenCertificate(certificateFile: string, keyFile: string, now: Date): CertificateFiles {
  const text = (file: string, what: string): string => {
    try {
      return readFileSync(file, 'utf8');
    } catch {
      throw new PlainError(`the ${what} cannot be read from ${file}; give the right file, and the rights to read it`);
    }
  };
  const [certificatePem, key] = [text(certificateFile, 'certificate'), text(keyFile, 'private key')];
  let certificate: X509Certificate;
  try {
    certificate = new X509Certificate(certificatePem);
  } catch {
    throw new PlainError(`${certificateFile} holds no certificate; give one as PEM, with those in between behind it`);
  }
  if (!key.includes('PRIVATE KEY')) throw new PlainError(`${keyFile} holds no private key as PEM`);
  if (endOf(certificate) < now)
    throw new PlainError(`the certificate in ${certificateFile} ran out on ${certificate.validTo}; give a new one`);
  return {
    certificateFile,
    keyFile,
    authorityFile: undefined,
    speaksFor: speaksFor(certificate),
    leftOut: [],
    until: endOf(certificate),
  };
}
