import { blankArrival, type JobEvent, type NewJobEvent, stampJobEvent } from '@probe-trail/core/job';
import { blankRepair } from '@probe-trail/core/repair';
import type { Line, NewVehicle } from '@probe-trail/core/vehicle';
import { type Ask, smallWalk, type TestServer } from './aServer.js';

/** A line with three units on one bus, two of them on one fuse. */
export const smallLine = (): Line => ({
  format: 'probe-trail-line',
  formatVersion: 1,
  id: 'loper-35',
  name: 'Loper 35',
  engines: ['TD24'],
  supplies: [
    { id: 'bus', kind: 'bus', name: 'drive bus' },
    { id: 'F12', kind: 'feed', name: 'fuse F12' },
  ],
  units: [
    { id: 'A10', name: 'engine control unit', aliases: [], hangsOn: ['bus', 'F12'], address: '1010' },
    { id: 'A20', name: 'brake control unit', aliases: [], hangsOn: ['bus', 'F12'], address: '1020' },
    { id: 'A40', name: 'door controller', aliases: [], hangsOn: ['bus'], address: '1040' },
  ],
  parts: [],
  codes: [],
  covers: [],
  codeCounters: [
    { record: '01', bytes: 1, counts: 'failures' },
    { record: '02', bytes: 1, counts: 'passes' },
  ],
});

export const aVehicle = (more: Partial<NewVehicle> = {}): NewVehicle => ({
  fleetNumber: 'FG-07',
  plate: 'FT 59 LP',
  vin: 'ZZXLP35T0N0000107',
  lineId: 'loper-35',
  modelYear: 2023,
  engine: 'TD24',
  inServiceSince: '2023-05-17',
  notOriginal: [],
  ...more,
});

let count = 0;
export const jobEvent = (loose: NewJobEvent, atMs = 1000): JobEvent => {
  count += 1;
  return stampJobEvent(loose, { id: `job-event-${count}`, atMs, by: 'Ines Marrow' });
};

export const takenIn = (vehicleId: string, complaint = 'Engine gets hot', atMs = 1000): JobEvent =>
  jobEvent({ kind: 'takenIn', vehicleId, arrival: { ...blankArrival, complaint } }, atMs);

/** A vehicle of the small line, taken in. @returns its id */
export async function takeInVehicle({ ask, services }: TestServer, jobId = 'j1', complaint?: string): Promise<string> {
  await services.vehicles.putLine(smallLine());
  const { body } = await ask('POST', '/api/vehicles', aVehicle());
  const vehicleId = String(body.vehicleId);
  await ask('POST', `/api/jobs/${jobId}/events`, { events: [takenIn(vehicleId, complaint)] });
  return vehicleId;
}

export const appendTo = (ask: Ask, jobId: string, ...events: JobEvent[]) =>
  ask('POST', `/api/jobs/${jobId}/events`, { events });

/** An event of a job as it is sent, whether it is one or not. */
export const aJobEventBody = (loose: object): object => {
  count += 1;
  return { id: `sent-${count}`, atMs: 1000, by: 'Ines Marrow', ...loose };
};

/** A job of another visit whose trail on `smallPlan` named the battery, which was replaced, measured again, tried out and proven. */
export async function proveOnJob(server: TestServer, jobId: string, trailId: string): Promise<void> {
  const { ask } = server;
  const [vehicle] = (await ask('GET', '/api/vehicles')).body as unknown as readonly { vehicleId: string }[];
  const repaired = jobEvent({
    kind: 'repaired',
    repair: { ...blankRepair, cause: 'Battery', suspectId: 'battery', trailId },
  });
  await appendTo(ask, jobId, takenIn(vehicle?.vehicleId ?? ''));
  const [opened, ...walked] = smallWalk(trailId);
  await ask('POST', `/api/trails/${trailId}/events`, { events: [{ ...opened, jobId }, ...walked] });
  await appendTo(ask, jobId, repaired);
  const common = (index: number) => ({ id: `${trailId}-proof${index}`, atMs: 9000 + index, by: 'Ines Marrow' });
  const [reading, taken] = walked;
  const again = [
    { ...common(0), kind: 'proofStepOpened', stepId: 'rest', repairId: repaired.id },
    { ...reading, ...common(1), entry: { kind: 'typed', text: '12.7' } },
    { ...taken, ...common(2), outcomeId: 'good' },
  ];
  await ask('POST', `/api/trails/${trailId}/events`, { events: again });
  const tried = { under: [], minutes: 10, kilometres: 4, topSpeed: null, complaint: 'gone', seen: '' } as const;
  const proof = { verdict: 'proven', open: [], because: '', watchFor: '', comeBack: '' } as const;
  const { body } = await appendTo(
    ask,
    jobId,
    jobEvent({ kind: 'triedOut', repairId: repaired.id, ...tried }),
    jobEvent({ kind: 'proofTaken', repairId: repaired.id, ...proof }),
  );
  if (body.detail) throw new Error(body.detail);
}
