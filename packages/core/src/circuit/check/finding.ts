/** Something that is wrong with a circuit, or looks so. */
export interface CircuitFinding {
  /** With an error it cannot be computed. */
  readonly severity: 'error' | 'warning';
  /** The id of what it is about. */
  readonly at: string;
  /** A sentence that names the place. */
  readonly text: string;
}
