import { fileURLToPath } from 'node:url';
import { StartProblem } from '../db/startProblem.js';
import { type BackupInfo, backup, restore, verify } from './backup.js';

const usage = `Usage:
  npm run backup -- FILE    writes a backup of the data folder, while the server runs
  npm run verify -- FILE    reads a backup to its end and says whether it is whole
  npm run restore -- FILE   puts a backup into an empty data folder
PROBE_TRAIL_DATA names another data folder.`;

const commands = {
  backup: (file: string, dataFolder: string) => backup(dataFolder, file, Date.now()),
  verify: (file: string) => verify(file),
  restore,
} as const;

const done = { backup: 'Backed up to', verify: 'Whole:', restore: 'Restored from' } as const;

async function run(): Promise<void> {
  process.umask(0o077);
  const [name = '', file] = process.argv.slice(2);
  if (!isCommand(name) || file === undefined) throw new StartProblem(usage);
  const dataFolder = process.env.PROBE_TRAIL_DATA || fileURLToPath(new URL('../../../../data', import.meta.url));
  console.log(`${done[name]} ${file}, ${sayInfo(await commands[name](file, dataFolder))}`);
}

const isCommand = (name: string): name is keyof typeof commands => Object.hasOwn(commands, name);

const sayInfo = ({ madeAtMs, fileCount, bytes }: BackupInfo): string =>
  `made ${new Date(madeAtMs).toISOString()}, ${fileCount} files, ${(bytes / 1024 / 1024).toFixed(1)} MB.`;

run().catch((error: unknown) => {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exitCode = 1;
});
