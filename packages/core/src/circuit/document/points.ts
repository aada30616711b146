import { bodyPoint, type Circuit, terminalsOf } from './circuit.js';

/** What a point of a circuit is. */
export type PointKind =
  | { readonly kind: 'pin'; readonly connectorId: string; readonly pin: string }
  | { readonly kind: 'splice' }
  | { readonly kind: 'stud' }
  /** An end of a component that is in no connector. */
  | { readonly kind: 'own'; readonly componentId: string }
  | { readonly kind: 'body' };

export interface Points {
  readonly kindOf: ReadonlyMap<string, PointKind>;
  /** Names that two things have. */
  readonly doubles: readonly string[];
}

export const pinPoint = (connectorId: string, pin: string): string => `${connectorId}.${pin}`;

/** All points of a circuit by their names. */
export function pointsOf(circuit: Circuit): Points {
  const kindOf = new Map<string, PointKind>([[bodyPoint, { kind: 'body' }]]);
  const doubles: string[] = [];
  const add = (name: string, kind: PointKind) => {
    if (kindOf.has(name)) doubles.push(name);
    else kindOf.set(name, kind);
  };
  for (const { id, pins } of circuit.connectors)
    for (const pin of pins) add(pinPoint(id, pin), { kind: 'pin', connectorId: id, pin });
  for (const { id } of circuit.splices) add(id, { kind: 'splice' });
  for (const { id } of circuit.studs) add(id, { kind: 'stud' });
  for (const component of circuit.components)
    for (const [, point] of terminalsOf(component))
      if (!kindOf.has(point) && point.startsWith(`${component.id}.`))
        kindOf.set(point, { kind: 'own', componentId: component.id });
  return { kindOf, doubles };
}
