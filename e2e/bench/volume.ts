import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Client, createClient } from '@libsql/client';
import { lessonRevision, roundedValue } from '@probe-trail/core/learning';
import type { Plan } from '@probe-trail/core/plan';

/** How much a large workshop has after many years. */
export const volume = {
  plans: 5000,
  vehicles: 20_000,
  jobs: 100_000,
  readings: 1_000_000,
  codes: 1_000_000,
  openJobs: 250,
};

const codesOfASheet = 10;
const rowsAtOnce = 2000;

/** Numbers that are the same at every run. */
function makeRandom(seed: number) {
  let state = seed;
  return (below: number): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const random = makeRandom(7);
const pick = <Item>(items: readonly Item[]): Item => items[random(items.length)] as Item;
const things = 'door,ramp,heater,fan,pump,wiper,lamp,mirror,brake,pedal,sensor,blower,horn,seat,window,starter'.split(
  ',',
);
const troubles =
  'never runs,is slow,stays cold,gets hot,rattles,goes dark,sticks,drops out,smells,vibrates,leaks'.split(',');
const occasions = 'in traffic,after standing,when wet,on the hill,at night,every morning,on rough road'.split(',');
const complaint = () => `The ${pick(things)} ${pick(troubles)} ${pick(occasions)}`;
const code = () =>
  `${pick(['P', 'B', 'C', 'U'])}${random(4)}${random(4096).toString(16).toUpperCase().padStart(3, '0')}`;
const units = 'A10,A20,A22,A30,A34,A40,A41,A45,A50,A60'.split(',');

/** Fills the database of a data folder, over the demo world that is in it. */
export async function fillVolume(folder: string): Promise<void> {
  const client = createClient({ url: `file:${join(folder, 'probe-trail.db')}` });
  // Written once and thrown away: nothing is lost that could not be made again.
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('PRAGMA synchronous = OFF');
  await insert(client, 'vehicle', volume.vehicles, vehicle);
  await insert(client, 'job', volume.jobs, job);
  await insert(client, 'job_event', volume.jobs, jobEvent);
  await insert(client, 'code_sheet', volume.codes / codesOfASheet, sheet);
  await insert(client, 'sheet_code', volume.codes, sheetCode);
  await insert(client, 'plan_version', volume.plans, plan);
  await client.execute("UPDATE plan_version SET state = 'released' WHERE plan_id LIKE 'bulk-%'");
  await insert(client, 'plan_subject', volume.plans * 4, subject);
  await insert(client, 'plan_part', volume.plans * 20, part);
  await insert(client, 'trail', volume.jobs, trail);
  await insert(client, 'trail_event', volume.jobs, trailEvent);
  await insert(client, 'lesson', volume.jobs, lesson);
  const { counts, readings } = learnedOfFanPlan();
  await insert(client, 'learned_count', counts.length, (at) => counts[at] ?? {});
  await insert(client, 'learned_reading', readings.length, (at) => readings[at] ?? {});
  await client.execute('ANALYZE');
  client.close();
}

type Row = Readonly<Record<string, string | number | null>>;

async function insert(client: Client, table: string, count: number, row: (at: number) => Row): Promise<void> {
  const columns = Object.keys(row(0));
  const values = columns.map((column) => `value ->> '${column}'`).join(', ');
  const sql = `INSERT OR IGNORE INTO ${table} (${columns.map((column) => `"${column}"`).join(', ')}) SELECT ${values} FROM json_each(?)`;
  for (let from = 0; from < count; from += rowsAtOnce) {
    const rows = Array.from({ length: Math.min(rowsAtOnce, count - from) }, (_, at) => row(from + at));
    await client.execute({ sql, args: [JSON.stringify(rows)] });
  }
}

export const bulkVehicleId = (at: number) => `bulk-v-${at}`;
export const bulkJobId = (at: number) => `bulk-j-${at}`;
const vehicleOfJob = (at: number) => bulkVehicleId(at % volume.vehicles);
const jobMs = (at: number) => 1_600_000_000_000 + at * 3_000_000;

const vehicle = (at: number): Row => ({
  vehicle_id: bulkVehicleId(at),
  fleet_number: `ZZ-${String(at).padStart(5, '0')}`,
  plate: `ZT ${at} LP`,
  vin: `ZZXLP35T0N0${String(at).padStart(6, '0')}`,
  line_id: 'loper-35',
  model_year: 2015 + random(12),
  engine: 'TD24',
  in_service_since: '2020-01-01',
  not_original: '[]',
  revision: 1,
});

const job = (at: number): Row => ({
  job_id: bulkJobId(at),
  vehicle_id: vehicleOfJob(at),
  complaint: complaint(),
  taken_in_at_ms: jobMs(at),
  last_event_at_ms: jobMs(at),
  assigned_to: pick(['Tobi Lunde', 'Hanna Creek', '']),
  waits_for: '',
  stage: at >= volume.jobs - volume.openJobs ? 'open' : 'gone',
  complaint_check: 'confirmed',
});

const jobEvent = (at: number): Row => {
  const arrival = { broughtBy: '', complaint: complaint(), occasions: [], howOften: '', lamps: [], triedBefore: [] };
  const event = {
    kind: 'takenIn',
    id: `bulk-e-${at}`,
    atMs: jobMs(at),
    by: 'Pell Ostrow',
    vehicleId: vehicleOfJob(at),
    arrival,
  };
  return {
    job_id: bulkJobId(at),
    seq: 0,
    event_id: event.id,
    kind: event.kind,
    at_ms: event.atMs,
    event: JSON.stringify(event),
  };
};

const sheet = (at: number): Row => {
  const codes = Array.from({ length: codesOfASheet }, () => ({
    unitId: pick(units),
    code: code(),
    failureType: null,
    text: `${pick(things)} ${pick(troubles)}`,
    status: 8,
  }));
  const document = {
    sheetId: `bulk-s-${at}`,
    source: 'text',
    moment: 'asFound',
    takenAtMs: jobMs(at),
    units: [],
    codes,
  };
  return {
    sheet_id: document.sheetId,
    job_id: bulkJobId(at),
    vehicle_id: vehicleOfJob(at),
    taken_by: 'Tobi Lunde',
    taken_at_ms: jobMs(at),
    document: JSON.stringify(document),
  };
};

const sheetCode = (at: number): Row => {
  const ofSheet = Math.floor(at / codesOfASheet);
  return {
    sheet_id: `bulk-s-${ofSheet}`,
    seq: at % codesOfASheet,
    vehicle_id: vehicleOfJob(ofSheet),
    unit_id: pick(units),
    code: code(),
    failure_type: null,
    text: '',
    taken_at_ms: jobMs(ofSheet),
  };
};

const planId = (at: number) => `bulk-p-${at}`;

const plan = (at: number): Row => ({
  plan_id: planId(at),
  version: 1,
  state: 'draft',
  title: `${pick(things)} ${pick(troubles)}, ${at}`,
  summary: '',
  applies_to: JSON.stringify({ lines: ['Loper 35'], engines: [], codes: [code()], complaints: [complaint()] }),
  expected_minutes: 10 + random(60),
  tools: '["multimeter"]',
  step_count: 12,
  suspect_count: 8,
  etag: `etag-${at}`,
  saved_at_ms: 0,
  saved_by: 'Ines Marrow',
  released_at_ms: 0,
  document: '{}',
});

const subject = (at: number): Row => ({
  plan_id: planId(Math.floor(at / 4)),
  kind: at % 4 === 0 ? 'code' : 'word',
  value: at % 4 === 0 ? code() : pick([...things, 'traffic', 'cold', 'slow', 'hot', 'wet', 'hill', 'night']),
});

const part = (at: number): Row => ({
  plan_id: planId(Math.floor(at / 20)),
  name: `C${random(90) + 10}·${random(60) + 1}`,
  detail: `${pick(things)} signal`,
});

const planOfTrail = (at: number) => planId(at % volume.plans);

const trail = (at: number): Row => ({
  trail_id: `bulk-t-${at}`,
  job_id: bulkJobId(at),
  plan_id: planOfTrail(at),
  plan_version: 1,
  plan_title: '',
  fleet_number: '',
  complaint: '',
  opened_at_ms: jobMs(at),
  opened_by: 'Tobi Lunde',
  last_event_at_ms: jobMs(at),
  concluded_with: pick(things),
  at_step: null,
});

const trailEvent = (at: number): Row => ({
  trail_id: `bulk-t-${at}`,
  seq: 0,
  event_id: `bulk-te-${at}`,
  event: '{}',
});

const lesson = (at: number): Row => ({
  trail_id: `bulk-t-${at}`,
  plan_id: planOfTrail(at),
  version: 1,
  found: at % 3 === 0 ? pick(things) : null,
  trail_seq: 0,
  job_seq: 0,
  revision: lessonRevision,
  lesson: '{"counts":[],"readings":[]}',
});

const states = ['ignition on', 'ignition on, engine running'];

/** What as many trails on the fan plan as there are jobs teach, with all their readings: drawn one by one, and added up. */
function learnedOfFanPlan(): { readonly counts: readonly Row[]; readonly readings: readonly Row[] } {
  const file = new URL('../../demo/plans/radiator-fan.plan.json', import.meta.url);
  const { steps, suspects } = JSON.parse(readFileSync(file, 'utf8')) as Plan;
  const of = { plan_id: 'radiator-fan', version: 1 };
  const counts = new Map<string, Row>();
  const count = (about: string, step_id: string, what: string, value: number, by = 1) => {
    const key = [about, step_id, what, value].join(' ');
    const known = Number(counts.get(key)?.count ?? 0);
    counts.set(key, { ...of, about, step_id, of: what, value, count: known + by });
  };
  count('trail', '', '', 0, volume.jobs);
  count('concluded', '', '', 0, volume.jobs);
  for (const { id } of suspects) count('proven', '', id, 0, 1 + random(9000));
  for (const step of steps)
    for (let at = 0; at < volume.jobs / 2; at += 1) {
      count('done', step.id, step.outcomes[random(step.outcomes.length)]?.id ?? '', 0);
      count('minutes', step.id, '', 1 + random(60) / 4);
    }
  const measured = steps.flatMap(({ id, readings }) =>
    readings.flatMap(({ id: readingId, spec }) => (spec.kind === 'zones' ? [{ stepId: id, readingId, spec }] : [])),
  );
  const readings = new Map<string, Row>();
  for (let at = 0; at < volume.readings; at += 1) {
    const { stepId, readingId, spec } = pick(measured);
    const value = roundedValue(spec, (spec.cuts.at(-1) ?? 1) * (0.2 + (random(1000) + random(1000)) / 1200));
    const place = { ...of, step_id: stepId, reading_id: readingId, row: '', state: pick(states), value };
    const key = Object.values(place).join(' ');
    const known = readings.get(key);
    const more = { count: 1, sound: random(2), in_spec: random(2), out_of_spec: random(2), too_close: random(2) };
    const summed = Object.entries(more).map(([name, by]) => [name, Number(known?.[name] ?? 0) + by]);
    readings.set(key, { ...place, ...Object.fromEntries(summed) });
  }
  return { counts: [...counts.values()], readings: [...readings.values()] };
}
