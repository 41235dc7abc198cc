import type { Network } from '@variatum/contracts';
import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { isLoopback } from '../http/loopback';
import type { Settings } from '../settings';

/** How the program is reached, as its certificate stands just now. */
export interface Reach {
  /** Addresses of proxies whose forwarded headers are believed. */
  readonly proxies: readonly string[];
  /** Whether pages may be asked for under a name; without a port. */
  admits(host: string): boolean;
  /** What people are told of it: an address that needs nobody who knows names comes first. */
  told(): Network;
  /** Certificate of the machine's own authority; undefined with any other. */
  authority(): Buffer | undefined;
  /**
   * Reads the certificate anew, after it was renewed.
   * @throws Error when it cannot be read; then the one before holds on
   */
  readAgain(): { readonly cert: Buffer; readonly key: Buffer } | undefined;
}

/** The program on its own machine only. */
export const OWN_MACHINE: Reach = {
  proxies: [],
  admits: isLoopback,
  told: () => ({ addresses: [], authority: null }),
  authority: () => undefined,
  readAgain: () => undefined,
};

const inAddress = (name: string): string => (isIP(name) === 6 ? `[${name}]` : name);
const namesOf = ({ subjectAltName = '' }: X509Certificate): string[] =>
  subjectAltName.split(', ').flatMap((one) => /^(?:DNS|IP Address):(.+)$/.exec(one)?.[1]?.toLowerCase() ?? []);

/**
 * How the program is reached by its settings.
 * @throws Error when the certificate cannot be read
 */
export function reachOf({ secure, hosts, proxies }: Pick<Settings, 'secure' | 'hosts' | 'proxies'>): Reach {
  if (!secure && proxies.length === 0) return OWN_MACHINE;
  const { certificateFile, keyFile, authorityFile, port = 0 } = secure ?? {};
  let certificate: X509Certificate | undefined;
  const readAgain: Reach['readAgain'] = () => {
    if (certificateFile === undefined || keyFile === undefined) return undefined;
    const [cert, key] = [readFileSync(certificateFile), readFileSync(keyFile)];
    certificate = new X509Certificate(cert);
    return { cert, key };
  };
  readAgain();
  const authority = authorityFile === undefined ? undefined : new X509Certificate(readFileSync(authorityFile));
  const certified = (host: string): boolean => {
    const bare = host.replace(/^\[|\]$/g, '');
    return (isIP(bare) ? certificate?.checkIP(bare) : certificate?.checkHost(bare)) !== undefined;
  };
  return {
    proxies,
    admits: (host) => isLoopback(host) || hosts.includes(host.toLowerCase()) || certified(host),
    told: () => ({
      addresses: [
        ...(proxies.length > 0 ? hosts.map((host) => `https://${inAddress(host)}/`) : []),
        ...(certificate ? namesOf(certificate) : [])
          .filter((name) => !name.startsWith('*') && !isLoopback(name))
          .sort((one, other) => Number(isIP(other) === 4) - Number(isIP(one) === 4))
          .map((name) => `https://${inAddress(name)}:${port}/`),
      ],
      authority: authority
        ? { fingerprint: authority.fingerprint256, until: new Date(authority.validTo).toISOString() }
        : null,
    }),
    authority: () => (authority ? Buffer.from(authority.toString()) : undefined),
    readAgain,
  };
}
