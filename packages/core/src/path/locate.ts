import type { Path, PathSection } from '../plan/index.js';

/** What the voltages along a path say of one section. */
export type SectionState =
  /** Current flows through it and hardly anything is lost. */
  | 'good'
  /** It is connected, but no current flowed: under load it may still fail. */
  | 'continuous'
  /** The fault lies here. */
  | 'fault'
  /** The fault lies here or in one of its neighbours that say the same. */
  | 'possible'
  | 'unknown';

/** Voltages against the last point of the path, by point id; all taken with the load switched on. */
export type PathVolts = ReadonlyMap<string, number>;

/** Where on a path the fault lies, as far as the voltages tell. */
export interface Whereabouts {
  /** Of each section, in their order. */
  readonly states: readonly SectionState[];
  /** Indexes of the points between which the fault lies; `undefined` while the supply is not known. */
  readonly between: readonly [number, number] | undefined;
  /** Other stretches in which more than allowed is lost, each by its points: there is more than one fault. */
  readonly alsoBetween: readonly (readonly [number, number])[];
  /** Something more than allowed is lost there, or it is the load alone: it is shown, and not only left over. */
  readonly isShown: boolean;
  /** Index of a point at which there is more than at the one before it: fed from elsewhere, or read wrongly. */
  readonly risesAt: number | undefined;
}

interface Span {
  readonly from: number;
  readonly to: number;
  readonly drop: number;
  readonly sections: readonly PathSection[];
}

// Less than this share of the supply across the load is no current to speak of.
const leastFlow = 0.05;
// Differences of typed decimals, such as 12.4 − 12.3, are a hair more than they are.
const hair = 1e-9;

/**
 * The voltage along a path falls from the supply to the ground by what each section takes. A section that takes more than it may has the
 * fault; where none does, it is left in the stretch with the load. An open section stops the current: what lies before it is then only
 * continuous, and what lies behind it says nothing. (Kirchhoff’s voltage law: the drops make the supply.)
 */
export function locate(path: Path, volts: PathVolts): Whereabouts {
  const known = measuredOf(path, volts);
  const spans = spansOf(path, known);
  const supply = known[0]?.at === 0 ? known[0].volts : undefined;
  const nothing = path.sections.map(() => 'unknown' as const);
  if (supply === undefined || supply <= 0)
    return { states: nothing, between: undefined, alsoBetween: [], isShown: false, risesAt: undefined };
  const rises = spans.find(({ drop }) => drop < -leastFlow * supply);
  const withLoad = spans.find(({ sections }) => sections.some(({ isLoad }) => isLoad));
  const losing = spans.filter((span) => span !== withLoad && span.drop > mostDropOf(span) + hair);
  // Of several the one that can still be narrowed down.
  const region = losing.find(({ sections }) => sections.length > 1) ?? losing[0] ?? withLoad ?? spans.at(-1);
  if (rises || !region)
    return { states: nothing, between: undefined, alsoBetween: [], isShown: false, risesAt: rises?.to };
  const flow = flowOf(spans, withLoad, supply);
  const isShown = losing.length > 0 || (region === withLoad && region.sections.length === 1);
  const states = spans.flatMap((span) => {
    const isPlace = losing.includes(span) || span === region;
    const state = isPlace
      ? span.sections.length === 1
        ? 'fault'
        : 'possible'
      : aside(span, region, span === withLoad, flow);
    return span.sections.map(() => state);
  });
  const alsoBetween = losing.filter((span) => span !== region).map(({ from, to }) => [from, to] as const);
  return { states, between: [region.from, region.to], alsoBetween, isShown, risesAt: undefined };
}

/** How much of the usual current flows, 0 to 1, by what the load gets of what it should get at least (Ohm’s law). */
function flowOf(spans: readonly Span[], withLoad: Span | undefined, supply: number): number {
  if (!withLoad) return 1;
  if (withLoad.drop <= leastFlow * supply) return 0;
  const least = supply - spans.reduce((sum, span) => sum + mostDropOf(span), 0);
  return least > 0 ? Math.min(1, withLoad.drop / least) : 1;
}

function aside(span: Span, region: Span, hasLoad: boolean, flow: number): SectionState {
  const isConnected = flow > 0 || span.to <= region.from;
  // With a quarter of the current, a quarter of the drop is as much.
  if (!hasLoad && flow > 0 && span.drop <= mostDropOf(span) * flow + hair) return 'good';
  return isConnected ? 'continuous' : 'unknown';
}

const mostDropOf = ({ sections }: Span): number => sections.reduce((sum, { mostDrop }) => sum + mostDrop, 0);

interface Measured {
  readonly at: number;
  readonly volts: number;
}

/** The points with a voltage, in their order; at the last one it is nothing, as the black lead stays there. */
function measuredOf({ points }: Path, volts: PathVolts): readonly Measured[] {
  return points.flatMap(({ id }, at): Measured[] => {
    if (at === points.length - 1) return [{ at, volts: 0 }];
    const value = volts.get(id);
    return value === undefined ? [] : [{ at, volts: value }];
  });
}

const spansOf = ({ sections }: Path, known: readonly Measured[]): readonly Span[] =>
  known.slice(1).flatMap((end, index) => {
    const start = known[index];
    if (!start) return [];
    return [{ from: start.at, to: end.at, drop: start.volts - end.volts, sections: sections.slice(start.at, end.at) }];
  });
