/** What was learned of all plans, each in a line. */
export interface LearnedPlan {
  readonly planId: string;
  readonly title: string;
  /** The versions that trails followed, rising. */
  readonly versions: readonly number[];
  readonly trails: number;
  readonly concluded: number;
  /** How often a cause, or that there is none, was proven. */
  readonly proven: number;
  /** How often a suspect was repaired in vain. */
  readonly wrong: number;
  /** Readings that were taken, and of those how many were too close to call. */
  readonly readings: number;
  readonly tooClose: number;
}

/** What a plan found so far, in all its versions. */
export interface PlanFound {
  readonly planId: string;
  /** How many trails followed it. */
  readonly uses: number;
  /** What was proven, as its conclusion is called, the most frequent first. */
  readonly found: readonly { readonly title: string; readonly count: number }[];
}
