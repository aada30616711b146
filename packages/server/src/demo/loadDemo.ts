import { readdir, readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { peopleFileSchema } from '@probe-trail/core/person';
import { readPlanFile, sayPlanFileProblem } from '@probe-trail/core/plan';
import { sayFaults, validate } from '@probe-trail/core/schema';
import { appendEventsSchema } from '@probe-trail/core/trail';
import type { Services } from '../app.js';
import { StartProblem } from '../db/openDatabase.js';

/** Loads the demo world's files into an empty database, through the same doors as anybody's. */
export async function loadDemo({ people, plans, trails }: Services, folder: string, nowMs: number): Promise<void> {
  if ((await plans.list()).length > 0) return;
  for (const person of await readPeople(join(folder, 'people.json'))) await people.add(person);
  for (const file of await filesIn(join(folder, 'plans'))) {
    const plan = readPlanFile(await readFile(file, 'utf8'));
    if (!plan.ok) throw new StartProblem(`${file}: ${sayPlanFileProblem(plan.problem)}`);
    const { planId, etag } = await plans.create(plan.value, { by: 'Ines Marrow', atMs: nowMs });
    await plans.release(planId, etag, nowMs);
  }
  for (const file of await filesIn(join(folder, 'trails')))
    await trails.append(basename(file, '.json'), await readEvents(file, nowMs));
}

const filesIn = async (folder: string): Promise<string[]> =>
  (await readdir(folder))
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => join(folder, name));

async function readPeople(file: string) {
  const people = validate(peopleFileSchema, JSON.parse(await readFile(file, 'utf8')));
  if (!people.ok) throw new StartProblem(`${file}: ${sayFaults(people.problem)}`);
  return people.value;
}

/** Times in a demo trail are counted from its file's zero; the last event is laid an hour before now. */
async function readEvents(file: string, nowMs: number) {
  const log = validate(appendEventsSchema, JSON.parse(await readFile(file, 'utf8')));
  if (!log.ok) throw new StartProblem(`${file}: ${sayFaults(log.problem)}`);
  const { events } = log.value;
  const shift = nowMs - 3_600_000 - Math.max(...events.map(({ atMs }) => atMs));
  return events.map((event) => ({ ...event, atMs: event.atMs + shift }));
}
