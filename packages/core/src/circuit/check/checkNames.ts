import { bodyPoint, type Circuit, terminalsOf } from '../document/circuit.js';
import { pinPoint, pointsOf } from '../document/points.js';
import type { CircuitFinding } from './finding.js';

const error = (at: string, text: string): CircuitFinding => ({ severity: 'error', at, text });

/** Whether every name that is used is there, and no name is used for two things. */
export function checkNames(circuit: Circuit): readonly CircuitFinding[] {
  const { kindOf, doubles } = pointsOf(circuit);
  const isPoint = (point: string) => kindOf.has(point);
  return [
    ...doubles.map((point) => error(point, `“${point}” is the name of two points. Rename one of them.`)),
    ...twice(idsOf(circuit)).map((id) => error(id, `“${id}” is the id of two things. Rename one of them.`)),
    ...circuit.connectors.flatMap(({ id, pins }) =>
      twice(pins).map((pin) => error(id, `Connector ${id} has pin ${pin} twice.`)),
    ),
    ...circuit.wires.flatMap(({ id, from, to }) => [
      ...[from, to].filter((point) => !isPoint(point)).map((point) => error(id, sayNowhere(`Wire ${id}`, point))),
      ...(from === to ? [error(id, `Wire ${id} begins and ends at ${from}.`)] : []),
    ]),
    ...circuit.components.flatMap((component) =>
      terminalsOf(component)
        .filter(([, point]) => !isPoint(point))
        .map(([terminal, point]) => error(component.id, sayNowhere(`Terminal ${terminal} of ${component.id}`, point))),
    ),
    ...circuit.places
      .filter(({ point }) => !isPoint(point))
      .map(({ name, point }) => error(name, sayNowhere(`Place “${name}”`, point))),
    ...checkReferences(circuit),
  ];
}

const sayNowhere = (what: string, point: string): string =>
  `${what} leads to ${point}, and there is no such pin, splice or stud.`;

const idsOf = ({ components, connectors, splices, studs, wires }: Circuit): readonly string[] =>
  // A relay may have the name of the socket in which it is.
  [
    ...[...components, ...splices, ...studs, ...wires].map(({ id }) => id),
    ...connectors.flatMap(({ id, pins }) => [...new Set(pins)].map((pin) => pinPoint(id, pin))),
    ...own(connectors.map(({ id }) => id)),
    bodyPoint,
  ];

/** Connectors may share their name with a component, not with each other. */
const own = (ids: readonly string[]): readonly string[] => twice(ids).flatMap((id) => [id, id]);

function twice(names: readonly string[]): readonly string[] {
  const seen = new Set<string>();
  const found = new Set<string>();
  for (const name of names) (seen.has(name) ? found : seen).add(name);
  return [...found];
}

function checkReferences(circuit: Circuit): readonly CircuitFinding[] {
  const units = new Set(circuit.components.flatMap(({ id, kind }) => (kind === 'unit' ? [id] : [])));
  const dials = new Set(circuit.components.flatMap((component) => ('stands' in component ? [component.id] : [])));
  const wires = new Set(circuit.wires.map(({ id }) => id));
  const connectors = new Set(circuit.connectors.map(({ id }) => id));
  const removable = new Set([...connectors, ...circuit.components.map(({ id }) => id)]);
  return [
    ...circuit.components.flatMap((component) =>
      'of' in component && component.of !== null && !units.has(component.of)
        ? [error(component.id, `${component.id} belongs to ${component.of}, and there is no such control unit.`)]
        : [],
    ),
    ...circuit.connectors.flatMap(({ id, joins }) =>
      joins !== null && (!connectors.has(joins) || joins === id)
        ? [error(id, `Connector ${id} is plugged into ${joins}, and there is no such other connector.`)]
        : [],
    ),
    ...circuit.connectors.flatMap(({ id, pins, joins }) => {
      const other = circuit.connectors.find((one) => one.id === joins);
      const lonely = other && pins.find((pin) => !other.pins.includes(pin));
      return lonely === undefined
        ? []
        : [
            error(
              id,
              `Connector ${id} has pin ${lonely}, and ${joins}, into which it is plugged, has none of that name.`,
            ),
          ];
    }),
    ...circuit.wires.flatMap(({ id, twistedWith }) =>
      twistedWith !== null && (!wires.has(twistedWith) || twistedWith === id)
        ? [error(id, `Wire ${id} is twisted with ${twistedWith}, and there is no such other wire.`)]
        : [],
    ),
    ...circuit.states.flatMap(({ what, is, sets, apart, together }) => [
      ...sets
        .filter(({ id }) => !dials.has(id))
        .map(({ id }) => error(id, `“${what}: ${is}” sets ${id}, and there is nothing of that name to be set.`)),
      ...[...apart, ...together]
        .filter((id) => !removable.has(id))
        .map((id) => error(id, `“${what}: ${is}” takes out ${id}, and there is nothing of that name.`)),
    ]),
  ];
}
