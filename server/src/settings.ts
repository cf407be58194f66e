import { networkInterfaces, hostname } from 'node:os';
import { resolve } from 'node:path';

/** Settings from the environment. */
export interface Settings {
  readonly root: string;
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string;
  /** Further names it goes by on the network. */
  readonly names: readonly string[];
  readonly endsWithParent: boolean;
}

export function settingsFrom(environment: Readonly<Record<string, string | undefined>>): Settings {
  const root = resolve(environment.YIBBO_ROOT ?? process.cwd());
  return {
    root,
    port: Number(environment.PORT ?? 4210),
    host: environment.HOST ?? '127.0.0.1',
    dataFolder: resolve(root, environment.YIBBO_DATA ?? 'data'),
    names: (environment.YIBBO_NAMES ?? '')
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
    endsWithParent: environment.YIBBO_ENDS_WITH_PARENT === 'yes',
  };
}

export function isLoopback(host: string): boolean {
  return ['localhost', '127.0.0.1', '::1'].includes(host);
}

/** The addresses that other devices can reach this machine by, IPv4 before IPv6, when it listens on `host`. */
export function ownAddresses(host: string): string[] {
  if (isLoopback(host)) return [];
  if (host !== '0.0.0.0' && host !== '::') return [host];
  const found = Object.values(networkInterfaces()).flatMap((addresses = []) => addresses);
  const outward = found.filter(({ internal, scopeid, family }) => !internal && !scopeid && (host === '::' || family === 'IPv4'));
  return outward.sort((a, b) => a.family.localeCompare(b.family)).map(({ address }) => address);
}

/** Every name in a Host header that means this machine on its network. */
export function ownNames(host: string, names: readonly string[]): string[] {
  if (isLoopback(host)) return [...names];
  const machine = hostname();
  return [...names, ...ownAddresses(host).map(inAddress), machine, `${machine}.local`];
}

/** An address as it stands in a URL. */
export function inAddress(address: string): string {
  return address.includes(':') ? `[${address}]` : address;
}
