import { decodeValue, type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import { makeRecorder, type Recording, recordingOf, rowMs } from '@probe-trail/core/recording';
import type { Line } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { makeStandInVehicle } from '@probe-trail/vehicle/standIn';
import { encodeRequest } from '@probe-trail/vehicle/uds';
import type { DemoJob } from './demoFiles.js';

type Drive = NonNullable<DemoJob['drives']>[number];

/** A drive as a stand-in vehicle would have told it, faster than it would have taken. */
export function recordDrive(vin: string, rig: Rig, line: Line, drive: Drive, startedAtMs: number): Recording {
  let seconds = 0;
  const vehicle = makeStandInVehicle(vin, { ...rig, motion: 'driving', fallsSilentAt: null }, line, () => seconds);
  vehicle.tell({ kind: 'repaired', causes: drive.repaired });
  const values = liveValuesOf(line).filter(({ key }) => drive.values.includes(key));
  const recorder = makeRecorder(
    values.map(({ key }) => key),
    startedAtMs,
  );
  const addressOf = new Map(line.units.map(({ id, address }) => [id, Number.parseInt(address ?? '', 16)]));
  const told = ({ unitId, identifier, ...value }: LiveValue): number | null => {
    const request = encodeRequest({ kind: 'read', identifiers: [Number.parseInt(identifier, 16)] });
    const act = vehicle.ask(addressOf.get(unitId) ?? 0, request);
    // The service and the identifier stand before the data: ISO 14229-1, 11.2.
    return act.kind === 'answers' ? (decodeValue(act.bytes.subarray(3), value) ?? null) : null;
  };
  for (; seconds < drive.seconds; seconds += rowMs / 1000) {
    const atMs = startedAtMs + Math.round(seconds * 1000);
    for (const value of values) recorder.add(value.key, { atMs, value: told(value) });
  }
  const marks = drive.marksAtSeconds.map((second) => ({ atMs: second * 1000, text: '' }));
  return recordingOf(startedAtMs, values, [recorder.rows(0, recorder.count())], marks);
}
