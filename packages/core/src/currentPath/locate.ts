import type { CurrentPath, PathSection } from '../plan/index.js';

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

/** What is known along a path, with the load switched on. */
export interface PathReadings {
  /** Voltages against the last point of the path, by point id. */
  readonly volts: ReadonlyMap<string, number>;
  /** Whether current flows, where somebody has seen the load working or measured amps; `undefined` where nobody has looked. */
  readonly flows: boolean | undefined;
}

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
  /** The supply itself is too low to say anything of what hangs on it. */
  readonly isSupplyLow: boolean;
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
// Two last places of a meter on its 20 V range: less is not surely lost, and no sign of a current.
const leastDrop = 0.02;
// What vehicles feed their circuits with: 5 V for sensors, within 5 %, and a battery of 12 V or 24 V. Below, the supply itself is at fault.
const sensorSupply = { from: 4.75, to: 5.25 };
const leastBattery = 9;
const isSupply = (volts: number): boolean =>
  volts >= leastBattery || (volts >= sensorSupply.from && volts <= sensorSupply.to);
// Differences of typed decimals, such as 12.4 − 12.3, are a hair more than they are.
const hair = 1e-9;

/**
 * The voltage along a path falls from the supply to the ground by what each section takes. A section that takes more than it may has the
 * fault; where none does, it is left in the stretch with the load. An open section or load stops the current: what lies before it is then
 * only continuous, and what lies behind it says nothing. Nothing is good under load unless current is known to flow: a drop was measured, or
 * somebody has seen it. (Kirchhoff’s voltage law: the drops make the supply.)
 */
export function locate(path: CurrentPath, { volts, flows }: PathReadings): Whereabouts {
  const known = measuredOf(path, volts);
  const spans = spansOf(path, known);
  const supply = known[0]?.at === 0 ? known[0].volts : undefined;
  const nothing: Whereabouts = {
    states: path.sections.map(() => 'unknown' as const),
    between: undefined,
    alsoBetween: [],
    isShown: false,
    isSupplyLow: false,
    risesAt: undefined,
  };
  if (supply === undefined) return nothing;
  if (!isSupply(supply)) return { ...nothing, isSupplyLow: true };
  const rises = spans.find(({ drop }) => drop < -leastFlow * supply);
  const withLoad = spans.find(({ sections }) => sections.some(({ isLoad }) => isLoad));
  const losing = spans.filter((span) => span !== withLoad && span.drop > mostDropOf(span) + hair);
  // Of several the one that can still be narrowed down.
  const region = losing.find(({ sections }) => sections.length > 1) ?? losing[0] ?? withLoad ?? spans.at(-1);
  if (rises || !region) return { ...nothing, risesAt: rises?.to };
  const flow = isFlowing(spans, withLoad, supply, flows) ? flowOf(spans, withLoad, supply) : 0;
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
  return { ...nothing, states, between: [region.from, region.to], alsoBetween, isShown };
}

/** Whether current is known to flow: it was seen, or a wire takes some of the voltage, and leaves some. */
function isFlowing(
  spans: readonly Span[],
  withLoad: Span | undefined,
  supply: number,
  flows: boolean | undefined,
): boolean {
  if (flows !== undefined) return flows;
  // An open wire takes all of it without any current.
  return spans.some(
    (span) => span !== withLoad && span.drop >= leastDrop - hair && span.drop <= (1 - leastFlow) * supply,
  );
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
function measuredOf({ points }: CurrentPath, volts: PathReadings['volts']): readonly Measured[] {
  return points.flatMap(({ id }, at): Measured[] => {
    if (at === points.length - 1) return [{ at, volts: 0 }];
    const value = volts.get(id);
    return value === undefined ? [] : [{ at, volts: value }];
  });
}

const spansOf = ({ sections }: CurrentPath, known: readonly Measured[]): readonly Span[] =>
  known.slice(1).flatMap((end, index) => {
    const start = known[index];
    if (!start) return [];
    return [{ from: start.at, to: end.at, drop: start.volts - end.volts, sections: sections.slice(start.at, end.at) }];
  });
