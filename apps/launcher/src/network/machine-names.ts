import { networkInterfaces, hostname, type NetworkInterfaceInfo } from 'node:os';
import { isIP } from 'node:net';

/** Names and addresses a machine is reached by. */
export interface MachineNames {
  readonly names: readonly string[];
  readonly addresses: readonly string[];
}

/** What is asked of the operating system; a test asks itself. */
export interface Machine {
  readonly host: string;
  readonly interfaces: Readonly<
    Record<string, readonly Pick<NetworkInterfaceInfo, 'address' | 'internal'>[] | undefined>
  >;
}

const EVERYWHERE = new Set(['0.0.0.0', '::']);
const isName = (name: string): boolean =>
  /^[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/.test(name);

/**
 * By what a machine is reached when it listens on an address: that address, or all it has when it listens on all, and
 * its own name with and without `.local`.
 * @param listen an address; 0.0.0.0 or :: for all
 * @param more names given by hand
 */
export function machineNames(
  listen: string,
  more: readonly string[] = [],
  { host, interfaces }: Machine = { host: hostname(), interfaces: networkInterfaces() },
): MachineNames {
  const own = host.toLowerCase();
  const has = Object.values(interfaces).flatMap((infos) =>
    (infos ?? []).filter(({ internal }) => !internal).map(({ address }) => address),
  );
  // Addresses of a link alone (fe80:…) need the name of an interface beside them, which a certificate cannot say.
  const addresses = EVERYWHERE.has(listen) ? has.filter((one) => !/^fe80:/i.test(one) && !one.includes('%')) : [listen];
  const given = more.map((name) => name.toLowerCase());
  const names = [
    own,
    own.endsWith('.local') ? own : `${own.split('.')[0] ?? own}.local`,
    ...given.filter((name) => !isIP(name)),
  ];
  return {
    names: [...new Set(names.filter(isName))],
    addresses: [...new Set([...addresses, ...given.filter((name) => isIP(name))])],
  };
}
