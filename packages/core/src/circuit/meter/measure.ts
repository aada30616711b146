import type { PointAt } from '../document/circuit.js';

/** What a meter is put to. */
export type Probing =
  | { readonly kind: 'volts'; readonly red: PointAt; readonly black: PointAt; readonly with: VoltsBy }
  | { readonly kind: 'ohms'; readonly red: PointAt; readonly black: PointAt }
  /** A clamp around a wire, or around what goes through a part; `of` as the branches of a circuit are called. */
  | { readonly kind: 'amps'; readonly of: string };

/** A meter takes next to nothing; a test light takes what shows that a current can flow. */
export type VoltsBy = 'meter' | 'testLight';

/** A voltmeter, Ω. */
export const voltmeterOhms = 1e7;
/** An ohmmeter: so many volts behind so many ohms; from the last on it shows OL. */
export const ohmmeter = { volts: 1, ohms: 1000, mostOhms: 1e8 } as const;
/** A test light with a bulb of 12 V and 3 W, warm. */
export const testLightOhms = 48;

/** What a meter shows. */
export type MeterReading =
  | {
      readonly kind: 'volts';
      readonly volts: number;
      /** Nothing joins the two points: what a meter shows there is nothing that one can rely on. */
      readonly isConnected: boolean;
      readonly pulses: Pulses | undefined;
    }
  | {
      readonly kind: 'ohms';
      readonly ohms: number;
      /** Components through which the meter measures. */
      readonly through: readonly string[];
    }
  | { readonly kind: 'overload' }
  | { readonly kind: 'amps'; readonly amps: number; readonly pulses: Pulses | undefined }
  | NoReading;

/** Something that is switched to and fro: a meter shows the mean, a scope shows both. */
export interface Pulses {
  readonly driven: number;
  readonly notDriven: number;
  /** Share of the time that it is driven. */
  readonly share: number;
}

export type NoReading =
  /** The circuit does not have the place. */
  | { readonly kind: 'notKnown'; readonly place: string }
  /** These relays or units go on and off without end. */
  | { readonly kind: 'chatters'; readonly ids: readonly string[] }
  | { readonly kind: 'doesNotSettle' };
