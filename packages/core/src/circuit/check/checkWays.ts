import {
  bodyPoint,
  type Circuit,
  type Component,
  type ComponentKind,
  terminalsOf,
  type Wire,
} from '../document/circuit.js';
import { pinPoint } from '../document/points.js';
import type { CircuitFinding } from './finding.js';

const warning = (at: string, text: string): CircuitFinding => ({ severity: 'warning', at, text });

/** What uses a current: it needs a feed, a ground and a fuse. */
const loads: ReadonlySet<ComponentKind> = new Set(['heater', 'lamp', 'motor', 'coil', 'relay', 'unit']);

/** A way between two points, and what makes it. */
interface Way {
  readonly from: string;
  readonly to: string;
  readonly by: { readonly wire: Wire } | { readonly component: Component; readonly isCoil: boolean } | undefined;
}

/** Whether what needs a battery, a ground or a fuse has it, and whether fuses are small enough for their wires. */
export function checkWays(circuit: Circuit): readonly CircuitFinding[] {
  const batteries = circuit.components.flatMap((component) => (component.kind === 'battery' ? [component] : []));
  const [battery] = batteries;
  if (!battery) return [warning(circuit.id, 'There is no battery: nothing in it has a voltage.')];
  const ways = waysOf(circuit);
  const grounds = reach(ways, [battery.at.minus], ({ by }) => by === undefined || 'wire' in by);
  const unfused = reach(
    ways,
    batteries.map(({ at }) => at.plus),
    ({ by }) => isConductor(by) && !isFuse(by),
  );
  return [
    ...(grounds.has(bodyPoint) || circuit.studs.length === 0
      ? []
      : [warning(battery.id, `The minus of ${battery.id} is not joined to the body: no ground stud is one.`)]),
    ...circuit.components.flatMap((component) =>
      loads.has(component.kind) ? checkLoad(component, ways, battery.at, unfused) : [],
    ),
    ...circuit.components.flatMap((component) =>
      component.kind === 'fuse' ? checkFuse(component, ways, unfused, grounds) : [],
    ),
  ];
}

function waysOf(circuit: Circuit): readonly Way[] {
  return [
    ...circuit.wires.map((wire) => ({ from: wire.from, to: wire.to, by: { wire } })),
    ...circuit.studs.map(({ id }) => ({ from: id, to: bodyPoint, by: undefined })),
    ...circuit.connectors.flatMap(({ id, pins, joins }) =>
      joins === null ? [] : pins.map((pin) => ({ from: pinPoint(id, pin), to: pinPoint(joins, pin), by: undefined })),
    ),
    ...circuit.components.flatMap(waysThrough),
  ];
}

/** Between which of its terminals a component lets a current through. */
function waysThrough(component: Component): readonly Way[] {
  const way = (from: string | null, to: string | null, isCoil = false): readonly Way[] =>
    from === null || to === null ? [] : [{ from, to, by: { component, isCoil } }];
  if (component.kind === 'relay') {
    const { common, closes, opens, coilA, coilB } = component.at;
    return [...way(common, closes), ...way(common, opens), ...way(coilA, coilB, true)];
  }
  const inputs: readonly string[] = ['input', 'inputGround'];
  const [first, ...others] = terminalsOf(component).flatMap(([terminal, point]) =>
    inputs.includes(terminal) ? [] : [point],
  );
  return others.flatMap((other) => way(first ?? null, other));
}

const conductors: ReadonlySet<ComponentKind> = new Set(['fuse', 'switch', 'relay', 'highSide', 'lowSide', 'hBridge']);
const isConductor = (by: Way['by']): boolean =>
  by === undefined || 'wire' in by || (conductors.has(by.component.kind) && !by.isCoil);
const isFuse = (by: Way['by']): boolean => by !== undefined && 'component' in by && by.component.kind === 'fuse';

/** All points to which ways lead from some, over those that may be taken. */
function reach(ways: readonly Way[], from: readonly string[], isTaken: (way: Way) => boolean): ReadonlySet<string> {
  const next = new Map<string, string[]>();
  const link = (one: string, other: string) => {
    const known = next.get(one);
    if (known) known.push(other);
    else next.set(one, [other]);
  };
  for (const way of ways) {
    if (!isTaken(way)) continue;
    link(way.from, way.to);
    link(way.to, way.from);
  }
  const reached = new Set(from);
  for (const point of reached) for (const other of next.get(point) ?? []) reached.add(other);
  return reached;
}

function checkLoad(
  component: Component,
  ways: readonly Way[],
  { plus, minus }: { readonly plus: string; readonly minus: string },
  unfused: ReadonlySet<string>,
): readonly CircuitFinding[] {
  const isOther = ({ by }: Way) =>
    !(by && 'component' in by && (by.component === component || by.component.kind === 'battery'));
  const [fed, grounded] = [reach(ways, [plus], isOther), reach(ways, [minus], isOther)];
  const ends = endsOf(component);
  const lost = ends.find((point) => !fed.has(point) && !grounded.has(point));
  if (lost !== undefined)
    return [warning(component.id, `${nameOf(component)}: from ${lost} there is no way to the battery.`)];
  if (!ends.some((point) => grounded.has(point))) return [warning(component.id, `${nameOf(component)} has no ground.`)];
  if (!ends.some((point) => fed.has(point))) return [warning(component.id, `${nameOf(component)} has no feed.`)];
  return ends.some((point) => unfused.has(point))
    ? [warning(component.id, `No fuse stands between the battery and ${nameOf(component)}.`)]
    : [];
}

const nameOf = ({ id, name }: Component): string => (name === '' || name === id ? id : `${name} (${id})`);

const endsOf = (component: Component): readonly string[] =>
  component.kind === 'relay'
    ? [component.at.coilA, component.at.coilB]
    : terminalsOf(component).map(([, point]) => point);

/**
 * The largest fuse for a copper wire of so many mm² that lies in a harness, A. A rule of ours: 10 A for 0.5 mm², 17 A for 1 mm², 31 A for
 * 2.5 mm², 76 A for 10 mm², as a thicker wire has less surface for its heat.
 */
export const mostFuseAmps = (mm2: number): number => 17 * mm2 ** 0.65;

function checkFuse(
  fuse: Extract<Component, { readonly kind: 'fuse' }>,
  ways: readonly Way[],
  unfused: ReadonlySet<string>,
  grounds: ReadonlySet<string>,
): readonly CircuitFinding[] {
  const behind = [fuse.at.a, fuse.at.b].filter((point) => !unfused.has(point));
  // A driver has a limit of its own.
  const isDriver = (by: Way['by']) => by !== undefined && 'component' in by && 'limitAmps' in by.component;
  const isLive = ({ from, to, by }: Way) =>
    isConductor(by) && !isFuse(by) && !isDriver(by) && !grounds.has(from) && !grounds.has(to);
  const reached = reach(ways, behind, isLive);
  return ways.flatMap(({ from, by }) => {
    if (!by || !('wire' in by) || !reached.has(from) || unfused.has(from)) return [];
    const most = mostFuseAmps(by.wire.mm2);
    if (fuse.ratedAmps <= most) return [];
    return [
      warning(
        by.wire.id,
        `Fuse ${fuse.id} with ${fuse.ratedAmps} A is too large for wire ${by.wire.id} of ${by.wire.mm2} mm²: ${Math.floor(most)} A at most.`,
      ),
    ];
  });
}
