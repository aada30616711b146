import {
  type Circuit,
  type PointAt,
  type Probing,
  plainSetting,
  type Setting,
  statesNotKnown,
  stateWhile,
} from '../circuit/index.js';
import { type HookUp, hookUpOf, type Lead, type Step, type StepReading } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { type FixedSpec, isFixed } from '../spec/index.js';

/** What a circuit is asked for a reading of a step. */
export interface CircuitAsk {
  readonly probing: Probing;
  readonly setting: Setting;
  readonly spec: FixedSpec;
  /** States that the step needs and of which the circuit says nothing, as it says them: “doors: closed”. */
  readonly notKnown: readonly string[];
}

/**
 * What to ask a circuit so that it says what a reading should show. An actuator that the step commands is a state too: its name, and the
 * command.
 * @returns a sentence where it cannot be asked
 */
export function askOfStep(circuit: Circuit, step: Step, reading: StepReading): Result<CircuitAsk, string> {
  const { spec } = reading;
  if (!isFixed(spec)) return failed('Only limits that stand in the plan are held against a circuit.');
  const hookUp = hookUpOf(step, reading);
  if (!hookUp) return failed('It has no hook-up of its own.');
  const probing = probingOf(circuit, hookUp);
  if (!probing.ok) return probing;
  const { actuator } = step;
  const commanded =
    actuator && actuator.command !== null ? [{ what: actuator.actuator, is: String(actuator.command) }] : [];
  const states = [...step.needs, ...commanded];
  return ok({
    probing: probing.value,
    setting: { ...plainSetting, state: stateWhile(circuit, states) },
    spec,
    notKnown: statesNotKnown(circuit, states).map(({ what, is }) => `${what}: ${is}`),
  });
}

function probingOf(circuit: Circuit, { instrument, leads }: HookUp): Result<Probing, string> {
  if (instrument !== 'dcVolts' && instrument !== 'ohms')
    return failed('A circuit says what DC volts and ohms come to between two points.');
  const [red, black] = (['red', 'black'] as const).map((colour) => leads.find((lead) => lead.colour === colour));
  if (!red || !black) return failed('Two leads are needed.');
  const [from, to] = [pointOf(circuit, red), pointOf(circuit, black)];
  if (typeof from === 'string') return failed(from);
  if (typeof to === 'string') return failed(to);
  return ok(
    instrument === 'ohms'
      ? { kind: 'ohms', red: from, black: to }
      : { kind: 'volts', red: from, black: to, with: 'meter' },
  );
}

/** The point at which a lead is put; a sentence where the circuit does not have it. */
function pointOf({ places, connectors }: Circuit, { at }: Lead): PointAt | string {
  if (at.kind === 'place')
    return places.find(({ name }) => name === at.name) ?? `The circuit has no place that is called “${at.name}”.`;
  const connector = connectors.find(({ id }) => id === at.connectorId);
  return connector?.pins.includes(at.pin)
    ? { point: `${at.connectorId}.${at.pin}`, side: 'harness' }
    : `The circuit has no pin ${at.connectorId}.${at.pin}.`;
}
