import { readFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { doipPort, type Endpoint } from '@probe-trail/vehicle/client';
import { StartProblem } from '../db/startProblem.js';

/** What is set from outside, checked. */
export interface Settings {
  readonly port: number;
  readonly host: string;
  readonly dataFolder: string;
  readonly databaseUrl: string | undefined;
  readonly isDemo: boolean;
  readonly secret: string | undefined;
  readonly logLevel: string;
  readonly tls: { readonly cert: Buffer; readonly key: Buffer } | undefined;
  /** Names under which browsers may ask for the server, in lower case. */
  readonly hosts: ReadonlySet<string>;
  /** Where vehicles are found on the network; `undefined`: nowhere but where a stand-in is. */
  readonly vehicleInterface: Endpoint | undefined;
  /** Addresses of the proxies that may say for whom they ask. */
  readonly proxies: readonly string[];
}

const logLevels = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent'];

/**
 * Reads the settings from environment variables.
 * @throws StartProblem with a sentence for each that cannot be understood
 */
export function readSettings(env: NodeJS.ProcessEnv, root: string): Settings {
  return {
    port: readPort(env.PORT),
    host: env.HOST || '127.0.0.1',
    dataFolder: env.PROBE_TRAIL_DATA || join(root, 'data'),
    databaseUrl: env.DATABASE_URL || undefined,
    isDemo: env.PROBE_TRAIL_DEMO === '1',
    secret: env.PROBE_TRAIL_SECRET,
    logLevel: readLogLevel(env.LOG_LEVEL),
    tls: readTls(env.PROBE_TRAIL_TLS_CERT, env.PROBE_TRAIL_TLS_KEY),
    hosts: new Set([...ownNames(), ...listed(env.PROBE_TRAIL_HOSTS)].map((name) => name.toLowerCase())),
    vehicleInterface: readInterface(env.PROBE_TRAIL_INTERFACE),
    proxies: listed(env.PROBE_TRAIL_PROXIES),
  };
}

function readPort(text = '4180'): number {
  const port = Number(text);
  if (/^\d{1,5}$/.test(text) && port >= 1 && port <= 65_535) return port;
  throw new StartProblem(`PORT is “${text}”. It must be a whole number from 1 to 65535, such as 4180.`);
}

/** Address of all that is on the network. */
const everywhere = '255.255.255.255';

function readInterface(text = 'none'): Endpoint | undefined {
  if (text === 'none' || text === '') return undefined;
  const match = /^([\w.-]+?)(?::(\d{1,5}))?$/.exec(text);
  const port = Number(match?.[2] ?? doipPort);
  if (!match?.[1] || port < 1 || port > 65_535)
    throw new StartProblem(
      `PROBE_TRAIL_INTERFACE is “${text}”. It can be none, discover, or an address such as 192.168.8.10 or 192.168.8.10:${doipPort}.`,
    );
  return { host: text === 'discover' ? everywhere : match[1], port };
}

function readLogLevel(text = 'info'): string {
  if (logLevels.includes(text)) return text;
  throw new StartProblem(`LOG_LEVEL is “${text}”. It can be ${logLevels.join(', ')}.`);
}

function readTls(certFile: string | undefined, keyFile: string | undefined): Settings['tls'] {
  if (!certFile && !keyFile) return undefined;
  if (!certFile || !keyFile)
    throw new StartProblem('Name both the certificate (PROBE_TRAIL_TLS_CERT) and its key (PROBE_TRAIL_TLS_KEY).');
  return { cert: readPem(certFile), key: readPem(keyFile) };
}

function readPem(file: string): Buffer {
  const bytes = readNamedFile(file);
  if (bytes.includes('-----BEGIN ')) return bytes;
  throw new StartProblem(`${file} is not a PEM file: it has no “-----BEGIN” in it.`);
}

function readNamedFile(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch {
    throw new StartProblem(`${file} cannot be read.`);
  }
}

const listed = (text = ''): string[] =>
  text
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '');

/** Names and addresses that this machine has by itself. A page from elsewhere that borrows another name is not let in. */
function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces()).flatMap((all) => (all ?? []).map(({ address }) => address));
  const withBrackets = addresses.map((address) => (address.includes(':') ? `[${address}]` : address));
  return ['localhost', '127.0.0.1', '[::1]', hostname(), `${hostname()}.local`, ...withBrackets];
}
