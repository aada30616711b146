import { type Capture, channelNamed } from '@probe-trail/core/capture';
import { type Instrument, readAddress, standInAddress } from '@probe-trail/core/instrument';
import type { LeadsAt, MeterAnswer, MeterRequest, ScopeRequest } from '@probe-trail/core/instrumentLink';
import { convert, findUnit } from '@probe-trail/core/units';
import type { Vehicle } from '@probe-trail/core/vehicle';
import { type Endpoint, LinkLost } from '@probe-trail/vehicle/client';
import {
  InstrumentFailed,
  type MeterReading,
  openScpi,
  readMeter,
  type ScopeTake,
  type ScpiLink,
  takeScope,
  unitOfMeter,
} from '@probe-trail/vehicle/instruments';
import PQueue from 'p-queue';

/** Which instrument of a stand-in vehicle. */
export type StandInInstrument = 'meter' | 'scope';

/** Puts the leads of an instrument of a stand-in, and says where it is; `undefined`: the vehicle has no stand-in. */
export type StandInInstrumentFinder = (
  vehicle: Vehicle,
  which: StandInInstrument,
  leads: readonly LeadsAt[],
) => Promise<Endpoint | undefined>;

/** The instruments of the workshop that are on the network. All calls throw `InstrumentFailed`, whose message is for a technician. */
export interface NetworkInstruments {
  readonly read: (
    instrument: Instrument,
    vehicle: Vehicle,
    request: MeterRequest,
    signal: AbortSignal,
  ) => Promise<MeterAnswer>;
  readonly take: (
    instrument: Instrument,
    vehicle: Vehicle,
    request: ScopeRequest,
    signal: AbortSignal,
  ) => Promise<Capture>;
}

/** An instrument takes for one at a time: whoever else asks waits. */
export function makeNetworkInstruments(standInOf: StandInInstrumentFinder, nowMs: () => number): NetworkInstruments {
  // As many as there are instruments, and stand-ins that were used.
  const queues = new Map<string, PQueue>();
  const queueOf = ({ address }: Instrument, { vehicleId }: Vehicle, which: StandInInstrument): PQueue => {
    const key = address === standInAddress ? `${address} ${vehicleId} ${which}` : `${address}`;
    const queue = queues.get(key) ?? new PQueue({ concurrency: 1 });
    queues.set(key, queue);
    return queue;
  };

  const endpointOf = async (
    { name, address }: Instrument,
    vehicle: Vehicle,
    which: StandInInstrument,
    leads: readonly LeadsAt[],
  ): Promise<Endpoint> => {
    const found = address == null ? undefined : readAddress(address);
    if (!found) throw new InstrumentFailed(`${name} is not on the network: its address is not known.`);
    if (found.kind === 'network') return found;
    const endpoint = await standInOf(vehicle, which, leads).catch((error: unknown) => {
      throw error instanceof LinkLost ? new InstrumentFailed(error.message) : error;
    });
    if (!endpoint) throw new InstrumentFailed(`${name} is a stand-in, and ${vehicle.fleetNumber} has none.`);
    return endpoint;
  };

  const use = async <Taken>(
    instrument: Instrument,
    vehicle: Vehicle,
    which: StandInInstrument,
    leads: readonly LeadsAt[],
    signal: AbortSignal,
    take: (link: ScpiLink) => Promise<Taken>,
  ): Promise<Taken> =>
    queueOf(instrument, vehicle, which).add(async () => {
      const endpoint = await endpointOf(instrument, vehicle, which, leads);
      const link = await openScpi(endpoint, instrument.name, signal);
      try {
        return await take(link);
      } finally {
        link.close();
      }
    });

  return {
    read: (instrument, vehicle, { measures, range, leads }, signal) =>
      use(instrument, vehicle, 'meter', [leads], signal, async (link) => {
        const unit = unitOfMeter(measures);
        const expected = range && unit !== undefined ? inUnit(range.value, range.unit, unit) : undefined;
        return answerOf(await readMeter(link, instrument.name, { measures, range: expected ?? null }));
      }),
    take: (instrument, vehicle, request, signal) =>
      use(
        instrument,
        vehicle,
        'scope',
        request.channels.map(({ leads }) => leads),
        signal,
        async (link) => captureOf(request, await takeScope(link, instrument.name, settingsOf(request)), nowMs()),
      ),
  };
}

function inUnit(value: number, from: string, to: string): number | undefined {
  const [own, wanted] = [findUnit(from), findUnit(to)];
  const converted = own && wanted && convert(value, own, wanted);
  return converted?.ok ? converted.value : undefined;
}

function answerOf({ told, unit, range, resolution, identity }: MeterReading): MeterAnswer {
  const shows = told.kind === 'over' ? told.side : told.kind;
  const value = told.kind === 'number' ? told.value : null;
  return { shows, value, unit, range, resolution, identity };
}

/** What is asked for in amps or through a probe, in volts at the inputs. */
function settingsOf({ channels, seconds, trigger }: ScopeRequest): Parameters<typeof takeScope>[2] {
  const voltsOf = (value: number, channel: number) => value / (channels[channel]?.unitPerVolt ?? 1);
  return {
    channels: channels.map(({ coupling, span }, index) => ({ coupling, spanVolts: voltsOf(span, index) })),
    seconds,
    trigger: trigger && {
      input: trigger.channel + 1,
      edge: trigger.edge,
      levelVolts: voltsOf(trigger.level, trigger.channel),
    },
  };
}

function captureOf({ channels }: ScopeRequest, taken: ScopeTake, atMs: number): Capture {
  const { stepSeconds, inputs, triggerSeconds } = taken;
  return {
    startedAtMs: atMs,
    stepMs: stepSeconds * 1000,
    channels: channels.map(({ name, unit, unitPerVolt }, index) => ({
      ...channelNamed(
        name,
        index,
        unit,
        (inputs[index] ?? new Float32Array()).map((volts) => volts * unitPerVolt),
      ),
      factor: unitPerVolt,
    })),
    marks: triggerSeconds === null ? [] : [{ atMs: Number((triggerSeconds * 1000).toPrecision(9)), text: 'trigger' }],
  };
}
