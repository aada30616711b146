import { bodyPoint, type Circuit, type Component, ohmsOfWire, type PointAt } from '../document/circuit.js';
import { pinPoint, pointsOf } from '../document/points.js';
import { type ComponentLaws, dialOf, isWatching, lawsOf, type NamedLaw } from './componentLaws.js';
import type { Branch, Law, Network, Watcher } from './network.js';
import { asItStands, type CircuitState } from './state.js';

/** How a circuit is meant when it becomes a network. */
export interface Setting {
  readonly state: CircuitState;
  /** Of wires and junctions, °C. */
  readonly celsius: number;
  /** Whether sources give something: for ohms nothing does, relays are released, lamps are cold and motors stand. */
  readonly isPowered: boolean;
  /** What the resistance of a wire, contact or component is, of what is written; 1 where it says nothing. */
  readonly ohmsShares: ReadonlyMap<string, number>;
}

export const plainSetting: Setting = { state: asItStands, celsius: 20, isPowered: true, ohmsShares: new Map() };

/** A circuit as a network, with what its nodes and branches are. */
export interface Compiled {
  readonly network: Network;
  /** The node of a point on a side; the same on both where there is no connector. */
  nodeOf(at: PointAt): number | undefined;
  /** The branch of a wire, of the contact of a pin (`C31.2`), of a stud, or of a component (with its part: `K7/coil`). */
  readonly branchOf: ReadonlyMap<string, number>;
  /** The point of each node; that on the side of a part ends with `|`. */
  readonly namesOfNodes: readonly string[];
  /** What each branch is of. */
  readonly namesOfBranches: readonly string[];
  /** The component of each watcher. */
  readonly watcherIds: readonly string[];
}

/** The name of a branch of a component. */
export const branchName = (id: string, part: string): string => (part === '' ? id : `${id}/${part}`);

/** @throws where the circuit has errors that `checkCircuit` finds */
export function compile(circuit: Circuit, setting: Setting = plainSetting): Compiled {
  const building = new Building(circuit);
  for (const { id, ohms } of circuit.studs) building.add(id, id, bodyPoint, resistor(ohms * shareOf(setting, id)));
  for (const connector of contactsOf(circuit)) addContacts(building, setting, connector);
  for (const wire of circuit.wires)
    building.add(wire.id, wire.from, wire.to, resistor(ohmsOfWire(wire, setting.celsius) * shareOf(setting, wire.id)));
  // What has the name of a connector is out when that is unplugged: the part itself stays whole.
  const connectorIds = new Set(circuit.connectors.map(({ id }) => id));
  for (const component of circuit.components)
    addComponent(
      building,
      component,
      setting,
      setting.state.apart.has(component.id) && !connectorIds.has(component.id),
    );
  return building.end();
}

interface Contacts {
  readonly connector: Circuit['connectors'][number];
  /** The connector into which it is plugged; `undefined`: a part. */
  readonly other: Circuit['connectors'][number] | undefined;
}

/** Each pair of connectors that are plugged into each other once, whichever of them says so. */
function contactsOf({ connectors }: Circuit): readonly Contacts[] {
  const done = new Set<string>();
  return connectors.flatMap((connector) => {
    const { id, joins } = connector;
    const other = connectors.find((one) => one.id === joins || (joins === null && one.joins === id));
    if (done.has(id)) return [];
    if (other) done.add(other.id);
    return [{ connector, other }];
  });
}

const resistor = (ohms: number): NamedLaw => ({ kind: 'linear', ohms, volts: 0 });
const open: NamedLaw = { kind: 'open' };
const shareOf = ({ ohmsShares }: Setting, id: string): number => ohmsShares.get(id) ?? 1;

function addContacts(building: Building, setting: Setting, { connector: { id, pins, ohms }, other }: Contacts): void {
  const { apart } = setting.state;
  const isApart = apart.has(id) || (other !== undefined && apart.has(other.id));
  for (const pin of pins) {
    const name = pinPoint(id, pin);
    const law = isApart ? open : resistor(ohms * shareOf(setting, name));
    building.add(name, name, other ? pinPoint(other.id, pin) : partSide(name), law);
    if (other) building.callAlso(pinPoint(other.id, pin));
  }
}

function addComponent(
  building: Building,
  component: Component,
  { state, celsius, isPowered, ohmsShares }: Setting,
  isOut: boolean,
): void {
  const laws = lawsOf(component, {
    dial: state.dials.get(component.id) ?? dialOf(component),
    ohmsShare: ohmsShares.get(component.id) ?? 1,
    celsius,
    isPowered,
  });
  building.addComponent(component.id, isOut ? withAllOpen(laws) : laws);
}

/** Out of the circuit: nothing goes through it, and whatever stands at its terminals, it does not come on. */
const withAllOpen = ({ branches, watcher }: ComponentLaws): ComponentLaws => ({
  branches: branches.map((branch) => ({ ...branch, law: open })),
  ...(watcher && { watcher: { ...watcher, onVolts: Number.POSITIVE_INFINITY } }),
});

/** The name of the node at a pin on the side of the part. No point of a file has such a sign in its name. */
const partSide = (point: string): string => `${point}|`;

class Building {
  readonly #nodes = new Map<string, number>([[bodyPoint, 0]]);
  readonly #branches: Branch[] = [];
  readonly #names: string[] = [];
  readonly #branchOf = new Map<string, number>();
  readonly #watchers: Watcher[] = [];
  readonly #watcherIds: string[] = [];
  readonly #watcherAt = new Map<string, number>();
  readonly #pins: ReadonlySet<string>;

  constructor(circuit: Circuit) {
    const { kindOf } = pointsOf(circuit);
    const joining = new Set(circuit.connectors.flatMap(({ id, joins }) => (joins === null ? [] : [id, joins])));
    this.#pins = new Set(
      [...kindOf].flatMap(([name, point]) => (point.kind === 'pin' && !joining.has(point.connectorId) ? [name] : [])),
    );
    // A unit may stand in the file after what it drives.
    for (const component of circuit.components)
      if (isWatching(component)) this.#watcherAt.set(component.id, this.#watcherAt.size);
  }

  #node(name: string): number {
    const known = this.#nodes.get(name);
    if (known !== undefined) return known;
    const node = this.#nodes.size;
    this.#nodes.set(name, node);
    return node;
  }

  /** A component is on the side of the part. */
  #terminal(point: string): number {
    return this.#node(this.#pins.has(point) ? partSide(point) : point);
  }

  add(name: string, from: string, to: string, law: NamedLaw): void {
    this.#push(name, this.#node(from), this.#node(to), law);
  }

  /** Another name for the branch that was added last: a contact is one of both connectors. */
  callAlso(name: string): void {
    this.#branchOf.set(name, this.#branches.length - 1);
  }

  addComponent(id: string, { branches, watcher }: ComponentLaws): void {
    const first = this.#branches.length;
    for (const { part, from, to, law } of branches)
      this.#push(branchName(id, part), this.#terminal(from), this.#terminal(to), law);
    if (!watcher) return;
    const { isBySelf, ...rule } = watcher;
    const [from, to] = [this.#terminal(watcher.from), this.#terminal(watcher.to)];
    this.#watchers.push({ ...rule, from, to, branch: isBySelf ? first : undefined });
    this.#watcherIds.push(id);
  }

  #push(name: string, from: number, to: number, law: NamedLaw): void {
    this.#branchOf.set(name, this.#branches.length);
    this.#names.push(name);
    this.#branches.push({ from, to, law: this.#lawOf(law) });
  }

  #lawOf(law: NamedLaw): Law {
    if (law.kind === 'ratio') return { ...law, of: [this.#terminal(law.of[0]), this.#terminal(law.of[1])] };
    if (law.kind !== 'switched') return law;
    const when = law.when.map(({ by, isOn }) => {
      const watcher = this.#watcherAt.get(by);
      if (watcher === undefined) throw new Error(`${by} does not go on and off`);
      return { watcher, isOn };
    });
    return { kind: 'switched', when, on: law.on, off: law.off };
  }

  end(): Compiled {
    const nodes = this.#nodes;
    const pins = this.#pins;
    return {
      network: { nodeCount: nodes.size, branches: this.#branches, watchers: this.#watchers },
      nodeOf: ({ point, side }) => nodes.get(side === 'part' && pins.has(point) ? partSide(point) : point),
      branchOf: this.#branchOf,
      namesOfNodes: [...nodes.keys()],
      namesOfBranches: this.#names,
      watcherIds: this.#watcherIds,
    };
  }
}
