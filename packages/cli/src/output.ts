import { readFile } from 'node:fs/promises';
import { type Plan, readPlanFile, sayPlanFileProblem } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';

/** Where text goes: a stream of the process, or a test. */
export interface Output {
  write(text: string): unknown;
}

/** A plan file from the disk, or the sentence why there is none. */
export async function loadPlan(file: string): Promise<Result<Plan, string>> {
  const text = await readText(file);
  if (!text.ok) return text;
  const read = readPlanFile(text.value);
  return read.ok ? ok(read.value.plan) : failed(`${file}: ${sayPlanFileProblem(read.problem)}`);
}

export async function readText(file: string): Promise<Result<string, string>> {
  return readFile(file, 'utf8').then(
    (value) => ({ ok: true, value }) as const,
    (error: NodeJS.ErrnoException) =>
      failed(`${file} cannot be read: ${error.code === 'ENOENT' ? 'there is no such file' : error.message}.`),
  );
}
