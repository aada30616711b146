export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where everything of the map stands. */
export interface MapLayout {
  readonly steps: ReadonlyMap<string, Point>;
  /** Corners of each way, from arm to step. */
  readonly ways: ReadonlyMap<string, readonly Point[]>;
}
