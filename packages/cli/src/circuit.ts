import {
  type Circuit,
  checkCircuit,
  circuitToSpice,
  type PointAt,
  PreparedCircuit,
  type Probing,
  plainSetting,
  readCircuit,
  type Setting,
  sayReading,
  statesNotKnown,
  stateWhile,
} from '@probe-trail/core/circuit';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { type Output, readText } from './output.js';

export interface CircuitOptions {
  readonly while?: readonly string[];
  readonly volts?: readonly string[];
  readonly ohms?: readonly string[];
  readonly amps?: string;
  readonly spice?: boolean;
  readonly json?: boolean;
}

/** `circuit FILE`: prints what the check of a circuit finds, what a meter would show in it, or its netlist. */
export async function circuitCommand(
  file: string,
  options: CircuitOptions,
  out: Output,
  error: Output,
): Promise<number> {
  const circuit = await loadCircuit(file);
  const asked = circuit.ok ? askedOf(circuit.value, options) : circuit;
  if (!circuit.ok || !asked.ok) {
    error.write(`${asked.ok ? '' : asked.problem}\n`);
    return 2;
  }
  const findings = checkCircuit(circuit.value);
  const hasErrors = findings.some(({ severity }) => severity === 'error');
  const { setting, probing } = asked.value;
  if (hasErrors || (!probing && !options.spice)) {
    out.write(options.json ? `${JSON.stringify(findings, null, 2)}\n` : sayFindings(circuit.value, findings));
    return hasErrors ? 1 : 0;
  }
  if (!probing) {
    const netlist = circuitToSpice(circuit.value, setting);
    out.write(typeof netlist === 'string' ? netlist : `${sayReading(netlist)}\n`);
    return typeof netlist === 'string' ? 0 : 1;
  }
  const reading = new PreparedCircuit(circuit.value, setting).measure(probing);
  out.write(`${options.json ? JSON.stringify(reading) : sayReading(reading)}\n`);
  return reading.kind === 'notKnown' ? 2 : 0;
}

async function loadCircuit(file: string): Promise<Result<Circuit, string>> {
  const text = await readText(file);
  if (!text.ok) return text;
  const read = readCircuit(parsed(text.value));
  return read.ok ? read : failed(`${file}: ${read.problem}`);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // What is no JSON is no circuit either; the reader says so.
    return undefined;
  }
}

interface Asked {
  readonly setting: Setting;
  readonly probing: Probing | undefined;
}

function askedOf(circuit: Circuit, options: CircuitOptions): Result<Asked, string> {
  const states = (options.while ?? []).map((state) => {
    const [what = '', ...is] = state.split(':');
    return { what: what.trim(), is: is.join(':').trim() };
  });
  const [unknown] = statesNotKnown(circuit, states);
  if (unknown) return failed(`The circuit does not know the state “${unknown.what}: ${unknown.is}”.`);
  const probing = probingOf(circuit, options);
  if (typeof probing === 'string') return failed(probing);
  return ok({ setting: { ...plainSetting, state: stateWhile(circuit, states) }, probing });
}

/** A sentence where what was asked is not whole. */
function probingOf(circuit: Circuit, { volts, ohms, amps }: CircuitOptions): Probing | undefined | string {
  if (amps !== undefined) return { kind: 'amps', of: amps };
  const [kind, points] = volts ? (['volts', volts] as const) : (['ohms', ohms] as const);
  if (!points) return undefined;
  const [red, black, ...more] = points;
  if (red === undefined || black === undefined || more.length > 0)
    return `Two points are needed for ${kind}: where the red lead is, and where the black one is.`;
  const leads = { red: pointAt(circuit, red), black: pointAt(circuit, black) };
  return kind === 'volts' ? { kind, ...leads, with: 'meter' } : { kind, ...leads };
}

const pointAt = ({ places }: Circuit, name: string): PointAt =>
  places.find((place) => place.name === name) ?? { point: name, side: 'harness' };

function sayFindings(circuit: Circuit, findings: ReturnType<typeof checkCircuit>): string {
  const lines = findings.map(({ severity, text }) => `${severity}  ${text}\n`);
  const { components, wires, connectors } = circuit;
  const counted = `${circuit.name}: ${components.length} parts, ${wires.length} wires, ${connectors.length} connectors, ${findings.length} findings\n`;
  return [...lines, counted].join('');
}
