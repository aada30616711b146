import { leadsAtSchema, mostScopeInputs } from '@probe-trail/core/instrumentLink';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { closedObject, idText, keyOnLine, sayFaults, unionByKind, validate } from '@probe-trail/core/schema';
import { type ValueFaultKind, valueFaultKinds } from '@probe-trail/core/vehicleInterface';
import { array, number, string } from 'yup';
import type { StandInCommand } from './standInVehicle.js';

const commandSchema = unionByKind({
  repaired: closedObject({
    kind: string()
      .required()
      .oneOf(['repaired'] as const),
    causes: array(string().required().max(200)).required().max(400),
  }),
  faultSet: closedObject({
    kind: string()
      .required()
      .oneOf(['faultSet'] as const),
    fault: unionByKind({
      value: closedObject({
        kind: string()
          .required()
          .oneOf(['value'] as const),
        value: keyOnLine(),
        does: string()
          .required()
          .oneOf(Object.keys(valueFaultKinds) as ValueFaultKind[]),
        amount: number().required().min(-1e6).max(1e6),
      }),
      silent: closedObject({
        kind: string()
          .required()
          .oneOf(['silent'] as const),
        unitId: idText(),
      }),
      supply: closedObject({
        kind: string()
          .required()
          .oneOf(['supply'] as const),
        supply: idText(),
      }),
    }),
  }),
  faultLifted: closedObject({
    kind: string()
      .required()
      .oneOf(['faultLifted'] as const),
    of: string().required().max(200),
  }),
  leadsPut: closedObject({
    kind: string()
      .required()
      .oneOf(['leadsPut'] as const),
    of: string()
      .required()
      .oneOf(['meter', 'scope'] as const),
    leads: array(leadsAtSchema.required()).required().max(mostScopeInputs),
  }),
  driven: closedObject({
    kind: string()
      .required()
      .oneOf(['driven'] as const),
  }),
});

/** Reads a line that tells a stand-in what happens to it, such as `{"kind":"driven"}`. */
export function commandIn(line: string): Result<StandInCommand, string> {
  let data: unknown;
  try {
    data = JSON.parse(line);
  } catch {
    return failed('This is no JSON; {"kind":"driven"} would be.');
  }
  const checked = validate(commandSchema, data);
  return checked.ok ? ok(checked.value as StandInCommand) : failed(sayFaults(checked.problem));
}
