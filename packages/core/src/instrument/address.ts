/** Where an instrument is on the network: as a name and a port, or at the stand-in of whichever vehicle is worked on. */
export type InstrumentAddress =
  | { readonly kind: 'network'; readonly host: string; readonly port: number }
  | { readonly kind: 'standIn' };

/** Port of instruments that speak SCPI over TCP, as it is registered (scpi-raw). */
export const scpiPort = 5025;
/** Stands for an address in the demo world. */
export const standInAddress = 'stand-in';
export const longestAddress = 120;

const networkPattern = /^(\[[0-9a-f:]+\]|[a-z0-9](?:[a-z0-9.-]*[a-z0-9])?)(?::(\d{1,5}))?$/i;

/** Reads an address such as `meter-1.local`, `192.168.8.20:5025` or `[fe80::1]:5025`; `undefined` where it is none. */
export function readAddress(text: string): InstrumentAddress | undefined {
  if (text === standInAddress) return { kind: 'standIn' };
  const [, host, digits] = networkPattern.exec(text) ?? [];
  const port = digits === undefined ? scpiPort : Number(digits);
  if (host === undefined || port < 1 || port > 65_535) return undefined;
  return { kind: 'network', host: host.replace(/^\[|\]$/g, ''), port };
}
