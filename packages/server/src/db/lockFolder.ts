import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { messageOf, StartProblem } from './startProblem.js';

/** A data folder that this process has for itself. */
export interface FolderLock {
  /** Whether the process that had it before ended without giving it back: it was killed, or the power failed. */
  readonly afterUncleanEnd: boolean;
  readonly release: () => void;
}

/** Who holds a folder. The start time tells a process from a later one that was given the same number. */
interface Holder {
  readonly pid: number;
  readonly startedAt: string;
}

/**
 * Takes a data folder for this process alone: two servers on one folder would overwrite each other's trails in memory.
 * @throws StartProblem when another process that is still running has it
 */
export function lockFolder(lockFile: string): FolderLock {
  const before = readHolder(lockFile);
  const isOther = before !== undefined && before.pid !== process.pid;
  if (isOther && isRunning(before))
    throw new StartProblem(
      `Another Probe Trail (process ${before.pid}) uses this data folder. Stop it first, or set PROBE_TRAIL_DATA to another folder.`,
    );
  if (before) rmSync(lockFile, { force: true });
  const holder: Holder = { pid: process.pid, startedAt: startOf(process.pid) };
  write(lockFile, holder);
  return { afterUncleanEnd: isOther, release: () => rmSync(lockFile, { force: true }) };
}

/** @throws StartProblem when the file cannot be made; of two that start at once, one makes it */
function write(lockFile: string, holder: Holder): void {
  try {
    writeFileSync(lockFile, JSON.stringify(holder), { flag: 'wx', mode: 0o600 });
  } catch (error) {
    throw new StartProblem(
      `The data folder cannot be taken: ${messageOf(error)}. Another Probe Trail may be starting; else set PROBE_TRAIL_DATA to a folder that can be written.`,
    );
  }
}

function readHolder(lockFile: string): Holder | undefined {
  try {
    const found: unknown = JSON.parse(readFileSync(lockFile, 'utf8'));
    const { pid, startedAt } = found as Partial<Holder>;
    return typeof pid === 'number' && typeof startedAt === 'string' ? { pid, startedAt } : { pid: 0, startedAt: '' };
  } catch (error) {
    // No file: nobody has it. Half a file: whoever wrote it was killed.
    return error instanceof SyntaxError ? { pid: 0, startedAt: '' } : undefined;
  }
}

function isRunning({ pid, startedAt }: Holder): boolean {
  if (pid === 0) return false;
  try {
    process.kill(pid, 0);
  } catch (error) {
    // EPERM: it runs, as somebody else.
    if (!(error instanceof Error && 'code' in error && error.code === 'EPERM')) return false;
  }
  return startOf(pid) === startedAt;
}

/** When a process started, in ticks since the machine did (proc(5), field 22 of `stat`); empty where the system does not say. */
function startOf(pid: number): string {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
    // The second field is a name in brackets that may have spaces in it.
    return `${boot} ${stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? ''}`;
  } catch {
    return '';
  }
}
