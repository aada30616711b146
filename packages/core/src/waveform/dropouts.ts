import { type Edges, findEdges } from './edges.js';
import { inBlocks, medianOf, noiseOf, type Signal } from './signal.js';

/** A time in which a signal fell away from where it usually stands. */
export interface Dropout {
  readonly fromMs: number;
  readonly toMs: number;
  /** The furthest that it went. */
  readonly extreme: number;
  /** Whether another signal fell away in the same time; `null` where there is no other. */
  readonly isShared: boolean | null;
}

// Of the usual level; noise alone stays within eight of its deviations.
const [awayShare, awaySigmas] = [0.25, 8];
const looked = 20_001;

/**
 * Times in which a signal that stands still otherwise lies away from its usual level, such as a supply or a sensor at rest while a harness is
 * moved. Samples that were not taken count as away.
 * @param siblings what was taken at the same time
 * @returns a sentence where the signal does not stand still otherwise
 */
export function findDropouts(signal: Signal, siblings: readonly Signal[]): readonly Dropout[] | string {
  const own = awayIn(signal);
  if (typeof own === 'string') return own;
  const others = siblings.map(awayIn).filter((away) => typeof away !== 'string');
  return own.map((one) => ({
    ...one,
    isShared:
      others.length === 0
        ? null
        : others.some((away) => away.some(({ fromMs, toMs }) => fromMs <= one.toMs && toMs >= one.fromMs)),
  }));
}

type Away = Omit<Dropout, 'isShared'>;

function awayIn(signal: Signal): readonly Away[] | string {
  const { samples, stepMs } = signal;
  const stride = Math.max(1, Math.floor(samples.length / looked));
  const some = samples.filter((sample, at) => at % stride === 0 && Number.isFinite(sample));
  const usual = medianOf(some);
  if (Number.isNaN(usual)) return 'Nothing was taken.';
  const limit = Math.max(awayShare * Math.abs(usual), awaySigmas * noiseOf(signal));
  const steady = some.filter((sample) => Math.abs(sample - usual) <= limit).length;
  if (steady < 0.7 * some.length)
    return 'It does not stand still otherwise: there is no level from which it could drop out.';
  const found: Away[] = [];
  let open: { from: number; extreme: number } | undefined;
  const close = (at: number) => {
    if (open) found.push({ fromMs: open.from * stepMs, toMs: at * stepMs, extreme: open.extreme });
    open = undefined;
  };
  inBlocks(samples.length, (from, to) => {
    for (let at = from; at < to; at += 1) {
      const sample = samples[at] ?? Number.NaN;
      if (Math.abs(sample - usual) <= limit) {
        if (open) close(at);
      } else if (!open) open = { from: at, extreme: sample };
      else if (Math.abs(sample - usual) > Math.abs(open.extreme - usual)) open.extreme = sample;
    }
  });
  close(samples.length);
  return found;
}

/** A row of edges with a rest before and behind it. */
export interface Burst {
  readonly fromMs: number;
  readonly toMs: number;
  readonly edges: number;
}

// So many times the usual time between edges is a rest.
const restShare = 8;

/** Groups of edges with rests between them. @returns one burst where there is no rest, none where there are no edges */
export function findBursts(signal: Signal, { times }: Edges = findEdges(signal)): readonly Burst[] {
  if (times.length < 2) return [];
  const usual = medianOf(times.subarray(1).map((time, at) => time - (times[at] ?? 0)));
  const bursts: Burst[] = [];
  let from = 0;
  for (let at = 1; at <= times.length; at += 1) {
    const rest = (times[at] ?? Number.POSITIVE_INFINITY) - (times[at - 1] ?? 0);
    if (rest <= restShare * usual) continue;
    bursts.push({ fromMs: times[from] ?? 0, toMs: times[at - 1] ?? 0, edges: at - from });
    from = at;
  }
  return bursts;
}
