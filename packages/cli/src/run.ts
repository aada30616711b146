import { Command, CommanderError } from 'commander';
import { checkCommand } from './check.js';
import { type CircuitOptions, circuitCommand } from './circuit.js';
import type { Output } from './output.js';
import { replayCommand } from './replay.js';

/**
 * The command line, without the process around it.
 * @returns the exit code: 0 when all is well, 1 when errors were found, 2 when the command could not be done
 */
export async function run(args: readonly string[], out: Output, error: Output): Promise<number> {
  let code = 0;
  const program = new Command('probe-trail')
    .description('Checks and walks plan files and circuits, without a server.')
    .exitOverride()
    .configureOutput({ writeOut: (text) => out.write(text), writeErr: (text) => error.write(text) });
  const finish = (result: number) => {
    code = result;
  };
  program
    .command('check')
    .argument('<file>', 'a plan file')
    .option('--json', 'findings as JSON')
    .description('analyses a plan; exit code 1 when it has errors')
    .action(async (file: string, options: { json?: boolean }) =>
      finish(await checkCommand(file, options.json ?? false, out, error)),
    );
  program
    .command('replay')
    .argument('<file>', 'a plan file')
    .requiredOption('--readings <file>', 'JSON: for each step its readings, { "step": { "reading": "12.4 V" } }')
    .option('--json', 'the walk as JSON')
    .description('walks a plan with given readings and prints the path, the verdicts and the conclusion')
    .action(async (file: string, options: { readings: string; json?: boolean }) =>
      finish(await replayCommand(file, options.readings, options.json ?? false, out, error)),
    );
  program
    .command('circuit')
    .argument('<file>', 'a circuit file')
    .option('--while <states...>', 'states of the vehicle, such as "ignition: on"')
    .option('--volts <points...>', 'red and black: what a meter shows between two points or places')
    .option('--ohms <points...>', 'red and black: the same without power')
    .option('--amps <of>', 'a wire, a contact or a part: what a clamp shows')
    .option('--spice', 'the circuit in that state as a SPICE netlist')
    .option('--json', 'what was found as JSON')
    .description('checks a circuit, or measures in it; exit code 1 when it has errors')
    .action(async (file: string, options: CircuitOptions) => finish(await circuitCommand(file, options, out, error)));
  try {
    await program.parseAsync([...args], { from: 'user' });
  } catch (problem) {
    if (!(problem instanceof CommanderError)) throw problem;
    return problem.exitCode === 0 ? 0 : 2;
  }
  return code;
}
