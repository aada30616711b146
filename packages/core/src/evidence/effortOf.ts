import type { Plan, Step } from '../plan/index.js';
import { evidenceModel } from './evidenceModel.js';
import { type WalkEnd, type WalkGraph, type WalkPlace, walkGraph } from './walkGraph.js';

/** What following a plan to its end takes. */
export interface Effort {
  /** Minutes of the shortest and the longest way to an end; a way does not enter a step twice. */
  readonly shortestMinutes: number;
  readonly longestMinutes: number;
  /** Minutes on average, each suspect being the cause as often as its weight says. */
  readonly expectedMinutes: number;
  readonly tools: readonly string[];
}

/** What one conclusion of a plan takes, and how often it is come to. */
export interface ConclusionEffort {
  readonly conclusionId: string;
  /** How many walks end there. */
  readonly walks: bigint;
  readonly shortestMinutes: number;
  readonly longestMinutes: number;
  /** Minutes on average of the walks that end there; `undefined` where none is expected to. */
  readonly expectedMinutes: number | undefined;
  /** Share of all trails that end there, 0 to 1. */
  readonly chance: number;
}

/** Minutes and tools of a plan; all zero for one that nobody can follow. */
export function effortOf(plan: Plan): Effort {
  const graph = walkGraph(plan);
  const ends = tallyEnds(plan, graph);
  return {
    shortestMinutes: Math.min(...(ends.length > 0 ? ends.map(({ shortest }) => shortest) : [0])),
    longestMinutes: Math.max(0, ...ends.map(({ longest }) => longest)),
    expectedMinutes: Math.round(ends.reduce((sum, { minutes }) => sum + minutes, 0)),
    tools: [...new Set(plan.steps.flatMap(({ effort }) => effort.tools))].sort(),
  };
}

/** The same for each conclusion that a walk can end at, in the order of the plan. */
export function effortByConclusion(plan: Plan): readonly ConclusionEffort[] {
  const ends = tallyEnds(plan, walkGraph(plan));
  return plan.conclusions.flatMap(({ id }) => {
    const here = ends.filter(({ end }) => end.kind === 'conclusion' && end.conclusionId === id);
    if (here.length === 0) return [];
    const chance = here.reduce((sum, one) => sum + one.chance, 0);
    return [
      {
        conclusionId: id,
        walks: here.reduce((sum, { walks }) => sum + walks, 0n),
        shortestMinutes: Math.min(...here.map(({ shortest }) => shortest)),
        longestMinutes: Math.max(...here.map(({ longest }) => longest)),
        expectedMinutes: chance > 0 ? here.reduce((sum, { minutes }) => sum + minutes, 0) / chance : undefined,
        chance,
      },
    ];
  });
}

/** How many walks a plan has: counted from step to step, and never listed. Exact where `isCountWhole` says so. */
export const countWalks = (plan: Plan): bigint =>
  tallyEnds(plan, walkGraph(plan)).reduce((sum, { walks }) => sum + walks, 0n);

/** Whether the count has all walks: loops that cross beyond all counting leave some out. */
export const isCountWhole = (plan: Plan): boolean => walkGraph(plan).isExact;

interface Tally {
  readonly end: WalkEnd;
  readonly walks: bigint;
  readonly shortest: number;
  readonly longest: number;
  /** Chance that a trail ends here, and the minutes that it takes times that chance. */
  readonly chance: number;
  readonly minutes: number;
}

/** What has come to a step on all ways together. */
interface Arrived {
  walks: bigint;
  shortest: number;
  longest: number;
  /** For each suspect: the chance that it is the cause and the trail comes here, and the minutes until then times that chance. */
  readonly chances: Float64Array;
  readonly minutes: Float64Array;
}

/** Walks forward once over the graph, every step after all before it, and tallies what comes to each way that ends. */
function tallyEnds(plan: Plan, { places }: WalkGraph): readonly Tally[] {
  const model = evidenceModel(plan);
  const arrived = new Map<WalkPlace, Arrived>(places.map((place) => [place, nobodyYet(plan)]));
  const start = places[0] && arrived.get(places[0]);
  if (start)
    Object.assign(start, {
      walks: 1n,
      shortest: 0,
      longest: 0,
      chances: model.prior.slice(),
    });
  return places.flatMap((place) => {
    const here = arrived.get(place);
    if (!here) return [];
    const chances = model.steps.get(place.step.id)?.chances;
    return place.ways.flatMap((way, at) => {
      const leaving = leave(here, place.step, (suspect) => chances?.[at]?.[suspect] ?? 0);
      if (way.to) joinInto(arrived.get(way.to), leaving);
      return way.end ? [tally(way.end, leaving)] : [];
    });
  });
}

const nobodyYet = ({ suspects }: Plan): Arrived => ({
  walks: 0n,
  shortest: Number.POSITIVE_INFINITY,
  longest: 0,
  chances: new Float64Array(suspects.length),
  minutes: new Float64Array(suspects.length),
});

function leave(here: Arrived, { effort }: Step, chanceFor: (suspect: number) => number): Arrived {
  const chances = here.chances.map((chance, suspect) => chance * chanceFor(suspect));
  return {
    walks: here.walks,
    shortest: here.shortest + effort.minutes,
    longest: here.longest + effort.minutes,
    chances,
    minutes: here.minutes.map(
      (minutes, suspect) => minutes * chanceFor(suspect) + (chances[suspect] ?? 0) * effort.minutes,
    ),
  };
}

function joinInto(there: Arrived | undefined, leaving: Arrived): void {
  if (!there) return;
  there.walks += leaving.walks;
  there.shortest = Math.min(there.shortest, leaving.shortest);
  there.longest = Math.max(there.longest, leaving.longest);
  leaving.chances.forEach((chance, suspect) => {
    there.chances[suspect] = (there.chances[suspect] ?? 0) + chance;
    there.minutes[suspect] = (there.minutes[suspect] ?? 0) + (leaving.minutes[suspect] ?? 0);
  });
}

const sum = (values: Float64Array): number => values.reduce((a, b) => a + b, 0);

const tally = (end: WalkEnd, { walks, shortest, longest, chances, minutes }: Arrived): Tally => ({
  end,
  walks,
  shortest,
  longest,
  chance: sum(chances),
  minutes: sum(minutes),
});
