import type { Measured } from '../waveform/index.js';

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

export const fact = (id: string, name: string, { value, uncertainty }: Measured, unit: string): Fact => ({
  id,
  name,
  value,
  unit,
  uncertainty,
});

/** A number of things. */
export const count = (id: string, name: string, value: number): Fact => ({
  id,
  name,
  value,
  unit: '',
  uncertainty: null,
});

/** A number of which the uncertainty is not known. */
export const plain = (id: string, name: string, value: number, unit: string): Fact => ({
  id,
  name,
  value,
  unit,
  uncertainty: null,
});
