import { readFile } from 'node:fs/promises';
import { createInterface } from 'node:readline/promises';
import type { Readable, Writable } from 'node:stream';
import { type Checked, sayFaults, validate } from '@probe-trail/core/schema';
import { type Line, lineSchema } from '@probe-trail/core/vehicle';
import { type Bench, benchSchema, type Rig, rigSchema } from '@probe-trail/core/vehicleInterface';
import { Command, CommanderError } from 'commander';
import type { Schema } from 'yup';
import {
  commandIn,
  isWholeVin,
  makeStandInVehicle,
  type OpenStandIn,
  openStandIn,
  openStandInMeter,
  openStandInScope,
  type StandInVehicle,
  standInVin,
} from './standIn/index.js';

interface Options {
  readonly line: string;
  readonly vin: string;
  readonly port: string;
  readonly host: string;
  readonly bench?: string;
  readonly meter?: string;
  readonly scope?: string;
}

/** A file or an option that makes no sense; the message is the sentence for it. */
class Unusable extends Error {}

/**
 * The stand-in vehicle as a program: it is there until its input ends. A line of input tells it what happens to it.
 * @returns the exit code: 0 when it ended as asked, 2 when it could not be started
 */
export async function run(args: readonly string[], input: Readable, out: Writable, error: Writable): Promise<number> {
  const program = new Command('probe-trail-vehicle')
    .description('A vehicle that is not there: answers over the network as one would (ISO 13400-2, ISO 14229-1).')
    .argument('<rig>', 'what is wrong with it, as a rig file')
    .requiredOption('--line <file>', 'its vehicle line')
    .option('--vin <vin>', 'its identification number', standInVin)
    .option('--port <port>', 'the port at which it is there; 0: whichever nobody uses', '13400')
    .option('--host <address>', 'the address at which it is there', '127.0.0.1')
    .option('--bench <file>', 'what instruments find on the vehicles of its line')
    .option('--meter <port>', 'a meter at it, over SCPI; 0: at whichever port nobody uses')
    .option('--scope <port>', 'the same of a scope')
    .exitOverride()
    .configureOutput({ writeOut: (text) => out.write(text), writeErr: (text) => error.write(text) });
  try {
    program.parse([...args], { from: 'user' });
    const options = program.opts<Options>();
    const vehicle = await vehicleOf(program.args[0] ?? '', options);
    const open = await openAll(vehicle, options);
    for (const { name, port } of open) out.write(`${name} is there at ${options.host}:${port}\n`);
    await obey(vehicle, input, out);
    for (const { close } of open) await close();
    return 0;
  } catch (problem) {
    if (problem instanceof CommanderError) return problem.exitCode === 0 ? 0 : 2;
    if (!(problem instanceof Unusable)) throw problem;
    error.write(`${problem.message}\n`);
    return 2;
  }
}

async function vehicleOf(rigFile: string, { line, vin, bench }: Options): Promise<StandInVehicle> {
  const rig: Rig = await readChecked(rigFile, rigSchema);
  const checkedLine: Line = await readChecked(line, lineSchema);
  const lineBench: Bench | undefined = bench === undefined ? undefined : await readChecked(bench, benchSchema);
  if (!isWholeVin(vin))
    throw new Unusable(`--vin is “${vin}”. An identification number has 17 letters and digits, without I, O and Q.`);
  return makeStandInVehicle(vin, rig, checkedLine, undefined, lineBench);
}

interface Opened extends OpenStandIn {
  readonly name: string;
}

/** The vehicle first, then the instruments at it that are asked for. */
async function openAll(vehicle: StandInVehicle, options: Options): Promise<readonly Opened[]> {
  const { host, port, meter, scope } = options;
  const { benches } = vehicle;
  const wanted = [
    { name: vehicle.vin, option: 'port', text: port, open: (at: number) => openStandIn(vehicle, host, at) },
    {
      name: 'Its meter',
      option: 'meter',
      text: meter,
      open: (at: number) => openStandInMeter(benches.meter, host, at),
    },
    {
      name: 'Its scope',
      option: 'scope',
      text: scope,
      open: (at: number) => openStandInScope(benches.scope, host, at),
    },
  ];
  const opened: Opened[] = [];
  for (const { name, option, text, open } of wanted) {
    if (text === undefined) continue;
    if (!/^\d{1,5}$/.test(text) || Number(text) > 65_535)
      throw new Unusable(`--${option} is “${text}”. It must be a whole number from 0 to 65535, such as 13400.`);
    const one = await open(Number(text)).catch(async (problem: NodeJS.ErrnoException) => {
      for (const { close } of opened) await close();
      throw new Unusable(`The stand-in cannot be there at ${host}:${text}: ${problem.code ?? problem.message}.`);
    });
    opened.push({ name, ...one });
  }
  return opened;
}

/** Each line is one thing that happens; each is answered by a line, so that whoever tells it knows that it has happened. */
async function obey(vehicle: StandInVehicle, input: Readable, out: Writable): Promise<void> {
  for await (const line of createInterface({ input })) {
    const command = commandIn(line);
    if (command.ok) vehicle.tell(command.value);
    out.write(command.ok ? 'done\n' : `${command.problem}\n`);
  }
}

async function readChecked<Value>(file: string, schema: Schema<Value>): Promise<Checked<Schema<Value>>> {
  const data = await readJson(file).catch((problem: Error) => {
    throw new Unusable(`${file} cannot be read: ${problem.message}`);
  });
  const checked = validate(schema, data);
  if (!checked.ok) throw new Unusable(`${file}: ${sayFaults(checked.problem)}.`);
  return checked.value;
}

const readJson = async (file: string): Promise<unknown> => JSON.parse(await readFile(file, 'utf8'));
