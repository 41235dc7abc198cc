// The library wants its metadata before it is loaded itself.
import 'reflect-metadata';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { randomBytes, webcrypto } from 'node:crypto';
import { BlockList, isIP } from 'node:net';
import type { MachineNames } from './machine-names';

x509.cryptoProvider.set(webcrypto as Crypto);

/** A certificate and its private key, both as PEM. */
export interface Certified {
  readonly certificate: string;
  readonly key: string;
}

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const DAY_MS = 24 * 3600 * 1000;
/** An authority holds ten years: each device must trust a new one by hand. */
const AUTHORITY_DAYS = 3650;
/** A machine's certificate holds a quarter of a year, and is renewed when a month is left. */
const MACHINE_DAYS = 90;
export const RENEW_DAYS = 30;
/** Clocks of tablets go wrong: what is made now holds since yesterday. */
const BEFORE_MS = DAY_MS;

/** Addresses of networks of one's own (RFC 1918, RFC 4193, RFC 3927) and of the machine itself. */
const PRIVATE = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  '::1/128',
];

const newSerial = (): string => `00${randomBytes(15).toString('hex')}`;
const newKeys = (): Promise<CryptoKeyPair> => webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);

async function pem(certificate: x509.X509Certificate, keys: CryptoKeyPair): Promise<Certified> {
  const key = await webcrypto.subtle.exportKey('pkcs8', keys.privateKey);
  return {
    certificate: `${certificate.toString('pem')}\n`,
    key: `${x509.PemConverter.encode(key, 'PRIVATE KEY')}\n`,
  };
}

const subtree = (of: { readonly dNSName: string } | { readonly iPAddress: string }): GeneralSubtree =>
  new GeneralSubtree({ base: new GeneralName(of) });

/**
 * Makes an authority that can speak for a machine and for nothing else: for its names, its addresses and addresses of
 * networks of one's own (RFC 5280, name constraints). Whoever got hold of its key could not pass for any other place.
 * @param now moment it is made at
 */
export async function makeAuthority({ names, addresses }: MachineNames, now: Date): Promise<Certified> {
  const keys = await newKeys();
  const permitted = [
    ...names.map((dNSName) => subtree({ dNSName })),
    ...[...PRIVATE, ...addresses.map((one) => `${one}/${isIP(one) === 4 ? 32 : 128}`)].map((iPAddress) =>
      subtree({ iPAddress }),
    ),
  ];
  const constraints = new NameConstraints({ permittedSubtrees: new GeneralSubtrees(permitted) });
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: newSerial(),
    name: `CN=Variatum authority of ${names[0] ?? addresses[0] ?? 'this machine'}`,
    notBefore: new Date(now.getTime() - BEFORE_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      new x509.Extension(id_ce_nameConstraints, true, AsnConvert.serialize(constraints)),
    ],
  });
  return pem(certificate, keys);
}

/** Makes a certificate for a machine, signed by its authority. @param now moment it is made at */
export async function certify(authority: Certified, { names, addresses }: MachineNames, now: Date): Promise<Certified> {
  const issuer = new x509.X509Certificate(authority.certificate);
  const signingKey = await webcrypto.subtle.importKey(
    'pkcs8',
    x509.PemConverter.decodeFirst(authority.key),
    ALGORITHM,
    false,
    ['sign'],
  );
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: newSerial(),
    subject: `CN=${names[0] ?? addresses[0] ?? 'this machine'}`,
    issuer: issuer.subject,
    notBefore: new Date(now.getTime() - BEFORE_MS),
    notAfter: new Date(Math.min(now.getTime() + MACHINE_DAYS * DAY_MS, issuer.notAfter.getTime())),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension([
        ...names.map((value) => ({ type: 'dns' as const, value })),
        ...addresses.map((value) => ({ type: 'ip' as const, value })),
      ]),
      await x509.AuthorityKeyIdentifierExtension.create(issuer),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return pem(certificate, keys);
}

/**
 * Tells for which names and addresses an authority may speak: for those below a name of its own, and within its
 * networks.
 */
export function permittedBy(certificate: string): (name: string) => boolean {
  const extension = new x509.X509Certificate(certificate).getExtension(id_ce_nameConstraints);
  if (!extension) return () => true;
  const { permittedSubtrees } = AsnConvert.parse(extension.value, NameConstraints);
  const networks = new BlockList();
  const domains: string[] = [];
  for (const { base } of permittedSubtrees ?? []) {
    if (base.dNSName !== undefined) domains.push(base.dNSName);
    const [address = '', prefix = ''] = base.iPAddress?.split('/') ?? [];
    if (isIP(address)) networks.addSubnet(address, Number(prefix), isIP(address) === 4 ? 'ipv4' : 'ipv6');
  }
  return (name) =>
    isIP(name)
      ? networks.check(name, isIP(name) === 4 ? 'ipv4' : 'ipv6')
      : domains.some((domain) => name === domain || name.endsWith(`.${domain}`));
}
