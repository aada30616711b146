import type { Measured, Span } from '../waveform/index.js';

/** What kind of number a fact is. */
export interface FactKind {
  readonly name: string;
  /** `own`: the unit of its channel; empty for a number of things. */
  readonly unit: string;
  /** How it is measured where somebody sets its markers by hand: as mean, greatest or length between them, or by reading that part alone. */
  readonly byHand: 'mean' | 'most' | 'length' | 'part';
}

/** A number that was read from a capture. */
export interface Fact {
  /** The same wherever this is measured, such as `rpm`. */
  readonly id: string;
  readonly name: string;
  readonly value: number;
  /** Empty for a number of things. */
  readonly unit: string;
  /** Expanded (k = 2), in the unit; `null`: it is a count, or not known. */
  readonly uncertainty: number | null;
  /** Where it was measured; `undefined`: over all that was read. */
  readonly span?: Span | undefined;
}

/** A moment of a capture that has a name. */
export interface Flag {
  readonly atMs: number;
  readonly text: string;
}

/** What was found in a capture. */
export interface Finding {
  readonly facts: readonly Fact[];
  /** Sentences that say what numbers do not. */
  readonly notes: readonly string[];
  readonly flags: readonly Flag[];
  /** 0 to 1; `null`: not said. */
  readonly sureness: number | null;
}

/** The unit of a fact of a channel in that unit. */
export const unitOfFact = ({ unit }: FactKind, channelUnit: string): string =>
  unit === 'own·s' && channelUnit === '' ? 's' : unit.replace('own', channelUnit);

/** Makes facts of one table: a fact that stands in none cannot be made. */
export const makeFacts =
  <Id extends string>(kinds: Readonly<Record<Id, FactKind>>, channelUnit: string) =>
  (id: Id, measured: Measured | number, span?: Span): Fact => {
    const { value, uncertainty } = typeof measured === 'number' ? { value: measured, uncertainty: null } : measured;
    // A span of a reading may have more with it.
    const where = span && { fromMs: span.fromMs, toMs: span.toMs };
    return { id, name: kinds[id].name, value, unit: unitOfFact(kinds[id], channelUnit), uncertainty, span: where };
  };
