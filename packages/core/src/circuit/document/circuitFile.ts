import { failed, ok, type Result } from '../../result/index.js';
import { sayFaults, validate } from '../../schema/index.js';
import { type Circuit, circuitFormat, circuitFormatVersion, circuitSchema } from './circuit.js';

/** Checks data that should be a circuit: first what it is, then its version, then every field. The problem is a sentence. */
export function readCircuit(data: unknown): Result<Circuit, string> {
  const head: Readonly<Record<string, unknown>> = typeof data === 'object' && data !== null ? { ...data } : {};
  if (head.format !== circuitFormat) return failed(`This is no circuit: its format is not “${circuitFormat}”.`);
  if (head.formatVersion !== circuitFormatVersion)
    return failed(
      `This circuit has version ${String(head.formatVersion)} of the format; version ${circuitFormatVersion} is known here.`,
    );
  const checked = validate(circuitSchema, data);
  return checked.ok ? ok(checked.value) : failed(sayFaults(checked.problem));
}
