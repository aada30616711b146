import { failed, ok, type Result } from '@probe-trail/core/result';
import { closedObject, sayFaults, unionByKind, validate } from '@probe-trail/core/schema';
import { array, string } from 'yup';
import type { StandInCommand } from './standInVehicle.js';

const commandSchema = unionByKind({
  repaired: closedObject({
    kind: string()
      .required()
      .oneOf(['repaired'] as const),
    causes: array(string().required().max(200)).required().max(400),
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
