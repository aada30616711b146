import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { captureLengthMs, writeCapture } from '@probe-trail/core/capture';
import { bulletinsFileSchema } from '@probe-trail/core/choosing';
import { circuitSchema } from '@probe-trail/core/circuit';
import type { JobEvent } from '@probe-trail/core/job';
import { type DemoAccount, peopleFileSchema } from '@probe-trail/core/person';
import { partCardSchema, readPlanFile, sayPlanFileProblem } from '@probe-trail/core/plan';
import { lengthOf, type NewRecording, writeRecording } from '@probe-trail/core/recording';
import { type Checked, sayFaults, validate } from '@probe-trail/core/schema';
import { appendEventsSchema } from '@probe-trail/core/trail';
import { lineSchema } from '@probe-trail/core/vehicle';
import { type Rig, rigSchema } from '@probe-trail/core/vehicleInterface';
import { workshopSchema } from '@probe-trail/core/workshop';
import { array, type Lazy, type Schema } from 'yup';
import { StartProblem } from '../db/openDatabase.js';
import { hashPassword } from '../person/passwords.js';
import { toPlanRows } from '../plan/planRows.js';
import type { Services } from '../services/services.js';
import { type DemoCapture, demoCaptures } from './demoCaptures.js';
import { type DemoJob, demoInstrumentsSchema, demoJobSchema, demoVehiclesSchema } from './demoFiles.js';
import { recordDrive } from './recordDrive.js';

const minuteMs = 60_000;
const dayMs = 24 * 60 * minuteMs;

/** Loads the demo world's files into an empty database, through the same doors as anybody's. */
export async function loadDemo(services: Services, folder: string, nowMs: number): Promise<void> {
  if (!(await services.people.isEmpty())) return;
  await loadPeople(services, folder);
  await services.workshop.put(await readChecked(join(folder, 'workshop.json'), workshopSchema));
  // Blocks first: plans have them in them.
  for (const name of ['blocks', 'plans'])
    for (const file of await filesIn(join(folder, name))) await loadPlan(services, file, nowMs);
  for (const card of await readChecked(join(folder, 'part-cards.json'), array(partCardSchema.required()).required()))
    await services.library.keep(card, undefined, { by: 'Ines Marrow', atMs: nowMs });
  for (const { dueInDays, ...instrument } of await readChecked(join(folder, 'instruments.json'), demoInstrumentsSchema))
    await services.instruments.keep({
      ...instrument,
      calibrationDueAtMs: dueInDays === null ? null : nowMs + dueInDays * dayMs,
    });
  for (const file of await filesIn(join(folder, 'lines')))
    await services.vehicles.putLine(await readChecked(file, lineSchema));
  for (const file of await filesIn(join(folder, 'circuits')))
    await services.circuits.keep(await readChecked(file, circuitSchema), undefined, { by: 'Ines Marrow', atMs: nowMs });
  for (const bulletin of await readChecked(join(folder, 'bulletins.json'), bulletinsFileSchema))
    await services.choosingStore.putBulletin(bulletin);
  await loadVehicles(services, join(folder, 'vehicles.json'), nowMs);
  const rigs = await demoRigs(folder);
  for (const file of await filesIn(join(folder, 'jobs'))) await loadJob(services, rigs, file, nowMs);
  for (const capture of demoCaptures) await loadCapture(services, capture, nowMs);
  for (const file of await filesIn(join(folder, 'trails')))
    await services.trails.append(basename(file, '.json'), await readEvents(file, nowMs));
}

/** The accounts that the sign-in page shows in the demo world. */
export const demoAccounts = async (folder: string): Promise<readonly DemoAccount[]> =>
  (await readChecked(join(folder, 'people.json'), peopleFileSchema)).map(({ name, roles, password }) => ({
    name,
    roles,
    password,
  }));

/** What is wrong with a vehicle of the demo world, and the file in which it stands. */
export interface DemoRig {
  readonly rig: Rig;
  readonly file: string;
}

export const demoRigs = async (folder: string): Promise<readonly DemoRig[]> =>
  Promise.all(
    (await filesIn(join(folder, 'rigs'))).map(async (file) => ({ file, rig: await readChecked(file, rigSchema) })),
  );

const filesIn = async (folder: string): Promise<string[]> =>
  (await readdir(folder))
    .filter((name) => name.endsWith('.json'))
    .sort()
    .map((name) => join(folder, name));

async function readChecked<S extends Schema | Lazy<unknown>>(file: string, schema: S): Promise<Checked<S>> {
  const checked = validate(schema, JSON.parse(await readFile(file, 'utf8')));
  if (!checked.ok) throw new StartProblem(`${file}: ${sayFaults(checked.problem)}`);
  return checked.value;
}

async function loadPeople({ people }: Services, folder: string): Promise<void> {
  for (const { password, ...person } of await readChecked(join(folder, 'people.json'), peopleFileSchema))
    await people.add({ ...person, passwordHash: await hashPassword(password) });
}

async function loadPlan({ plans, photos }: Services, file: string, nowMs: number): Promise<void> {
  const read = readPlanFile(await readFile(file, 'utf8'));
  if (!read.ok) throw new StartProblem(`${file}: ${sayPlanFileProblem(read.problem)}`);
  const by = 'Ines Marrow';
  for (const { base64, mediaType } of read.value.pictures)
    await photos.add({ bytes: Buffer.from(base64, 'base64'), mediaType, addedAtMs: nowMs, addedBy: by });
  const { planId, etag } = await plans.create(toPlanRows(read.value.plan), { by, atMs: nowMs });
  await plans.release(planId, etag, '', nowMs);
}

async function loadVehicles({ vehicles }: Services, file: string, nowMs: number): Promise<void> {
  for (const { vehicleId, odometer, ...vehicle } of await readChecked(file, demoVehiclesSchema)) {
    await vehicles.add(vehicleId, vehicle);
    for (const { text, daysAgo } of odometer)
      await vehicles.addOdometer(vehicleId, {
        km: Number.parseInt(text, 10),
        text,
        because: '',
        atMs: nowMs - daysAgo * dayMs,
        by: 'Pell Ostrow',
      });
  }
}

/** Times in a demo job are counted from its file's zero; its last event is laid as long ago as the file says. */
async function loadJob(services: Services, rigs: readonly DemoRig[], file: string, nowMs: number): Promise<void> {
  const { jobs, trails } = services;
  const job: DemoJob = await readChecked(file, demoJobSchema);
  const shift = nowMs - job.endedMinutesAgo * minuteMs - Math.max(...job.events.map(({ atMs }) => atMs));
  const sheets = new Map(job.sheets.map(({ sheet, takenBy }) => [sheet.sheetId, { sheet, takenBy }]));
  for (const event of job.events) {
    const kept = event.kind === 'sheetKept' ? sheets.get(event.sheetId) : undefined;
    if (kept) {
      const { sheet, takenBy } = kept;
      await jobs.keepSheet(job.jobId, { ...sheet, takenAtMs: sheet.takenAtMs + shift }, takenBy);
    } else await jobs.append(job.jobId, [shifted(event, shift)]);
  }
  for (const { trailId, events } of job.trails ?? [])
    await trails.append(
      trailId,
      events.map((event) => ({ ...event, atMs: event.atMs + shift })),
    );
  for (const drive of job.drives ?? []) await loadDrive(services, rigs, job.jobId, drive, drive.atMs + shift);
}

async function loadDrive(
  { jobs, vehicles, recordings }: Services,
  rigs: readonly DemoRig[],
  jobId: string,
  drive: NonNullable<DemoJob['drives']>[number],
  startedAtMs: number,
): Promise<void> {
  const vehicle = await vehicles.find((await jobs.jobOr404(jobId)).vehicleId);
  const line = vehicle && (await vehicles.line(vehicle.lineId));
  const rig = rigs.find((one) => one.rig.fleetNumber === vehicle?.fleetNumber)?.rig;
  if (!vehicle || !line || !rig) throw new StartProblem(`The vehicle of ${jobId} has no stand-in to be driven.`);
  const recording = recordDrive(vehicle.vin, rig, line, drive, startedAtMs);
  const info = {
    by: drive.by,
    name: drive.name,
    startedAtMs,
    kind: 'drive' as const,
    lengthMs: lengthOf(recording),
    channels: recording.channels.map(({ name }) => name),
    markCount: recording.marks.length,
  };
  await keepFile(recordings, jobId, info, writeRecording(recording));
}

async function loadCapture({ recordings }: Services, demo: DemoCapture, nowMs: number): Promise<void> {
  const capture = demo.make(nowMs - demo.minutesAgo * minuteMs);
  const info = {
    kind: 'capture' as const,
    lengthMs: captureLengthMs(capture),
    channels: capture.channels.map(({ name }) => name),
    markCount: 0,
  };
  await keepFile(recordings, demo.jobId, { ...info, ...demo, startedAtMs: capture.startedAtMs }, writeCapture(capture));
}

async function keepFile(
  recordings: Services['recordings'],
  jobId: string,
  {
    by,
    name,
    startedAtMs,
    kind,
    lengthMs,
    channels,
    markCount,
  }: Omit<NewRecording, 'byteCount'> & { readonly by: string },
  file: Uint8Array,
): Promise<void> {
  const bytes = Buffer.from(file);
  const recordingId = createHash('sha256').update(bytes).digest('hex');
  const info = { name, startedAtMs, kind, lengthMs, channels, markCount, byteCount: bytes.length };
  await recordings.put(jobId, recordingId, info, by);
  await recordings.addPiece(recordingId, 0, bytes, bytes.length);
}

/** Times in a demo trail are counted from its file's zero; the last event is laid an hour before now. */
async function readEvents(file: string, nowMs: number) {
  const { events } = await readChecked(file, appendEventsSchema);
  const shift = nowMs - 60 * minuteMs - Math.max(...events.map(({ atMs }) => atMs));
  return events.map((event) => ({ ...event, atMs: event.atMs + shift }));
}

/** The entry as many ms later; a day by which something is due is counted from the day on which the log begins. */
function shifted(event: JobEvent, ms: number): JobEvent {
  const moved = { ...event, atMs: event.atMs + ms };
  if (moved.kind !== 'repaired' || moved.repair.lasts.kind !== 'temporary') return moved;
  const { lasts } = moved.repair;
  const dueBy = new Date(Date.parse(lasts.dueBy) + ms).toISOString().slice(0, 10);
  return { ...moved, repair: { ...moved.repair, lasts: { ...lasts, dueBy } } };
}
