import { decodeBlock, decodeReals, readNumber } from '../scpi/index.js';
import { InstrumentFailed, InstrumentSilent, type ScpiLink } from './scpiLink.js';

/** How a scope is set for a take. */
export interface ScopeSettings {
  readonly channels: readonly ScopeChannel[];
  /** How long it takes. */
  readonly seconds: number;
  /** What it waits for; `null`: it begins at once, and rolls. */
  readonly trigger: ScopeTrigger | null;
}

/** One input, the first of the list being input 1. */
export interface ScopeChannel {
  readonly coupling: 'DC' | 'AC';
  /** From the lowest to the highest that it must show, in volts at the input. */
  readonly spanVolts: number;
}

export interface ScopeTrigger {
  /** From 1. */
  readonly input: number;
  readonly edge: 'rising' | 'falling';
  /** At the input. */
  readonly levelVolts: number;
}

/** What a scope has taken: volts at each input, in equal steps. */
export interface ScopeTake {
  readonly stepSeconds: number;
  readonly inputs: readonly Float32Array[];
  /** Behind the beginning; `null`: it was not triggered. */
  readonly triggerSeconds: number | null;
}

/** A scope of the workshop has so many inputs. */
export const mostInputs = 4;
/** Longer than that nobody waits for a trigger. */
export const longestWaitSeconds = 30;
/** What of a take lies before its trigger. */
const shareBefore = 0.1;

/**
 * Sets a scope, takes once, and fetches what it has taken (SCPI-99 volume 4, digitizers: INPut, SENSe, TRIGger, INITiate, TRACe).
 * @param waitSeconds how long it may wait for its trigger
 * @throws InstrumentFailed
 */
export async function takeScope(
  link: ScpiLink,
  name: string,
  { channels, seconds, trigger }: ScopeSettings,
  waitSeconds = longestWaitSeconds,
): Promise<ScopeTake> {
  await link.tell('ABORt');
  await link.tell('FORMat:DATA REAL,32');
  for (const [index, { coupling, spanVolts }] of channels.entries()) {
    await link.tell(`INPut${index + 1}:COUPling ${coupling}`);
    await link.tell(`SENSe:VOLTage${index + 1}:RANGe ${spanVolts}`);
  }
  await link.tell(`SENSe:SWEep:TIME ${seconds}`);
  await setTrigger(link, trigger, seconds);
  await link.tell('INITiate');
  await untilTaken(link, name, trigger ? waitSeconds + seconds : seconds + 2, trigger);
  const stepSeconds = await numberOf(link, name, 'SENSe:SWEep:TINTerval?');
  const inputs: Float32Array[] = [];
  for (const index of channels.keys()) inputs.push(await traceOf(link, name, index + 1));
  return { stepSeconds, triggerSeconds: trigger && seconds * shareBefore, inputs };
}

async function setTrigger(link: ScpiLink, trigger: ScopeTrigger | null, seconds: number): Promise<void> {
  if (!trigger) return link.tell('TRIGger:SOURce IMMediate');
  await link.tell(`SENSe:SWEep:OFFSet:TIME ${-seconds * shareBefore}`);
  await link.tell(`TRIGger:SOURce INTernal${trigger.input}`);
  await link.tell(`TRIGger:SLOPe ${trigger.edge === 'rising' ? 'POSitive' : 'NEGative'}`);
  await link.tell(`TRIGger:LEVel ${trigger.levelVolts}`);
}

/** `*OPC?` is answered once the take is over: IEEE 488.2, 10.19. */
async function untilTaken(link: ScpiLink, name: string, seconds: number, trigger: ScopeTrigger | null): Promise<void> {
  const isOver = link.ask('*OPC?', seconds * 1000);
  await isOver.catch((error: unknown) => {
    if (!(error instanceof InstrumentSilent) || !trigger) throw error;
    const [waited, level] = [seconds, trigger.levelVolts].map((number) => Number(number.toPrecision(4)));
    throw new InstrumentFailed(
      `${name} waited ${waited} s and was not triggered: input ${trigger.input} did not pass ${level} V ${trigger.edge}. Is it hooked up, and did it happen?`,
    );
  });
}

async function numberOf(link: ScpiLink, name: string, query: string): Promise<number> {
  const told = readNumber(await link.ask(query));
  if (told.ok && told.value.kind === 'number' && told.value.value > 0) return told.value.value;
  throw new InstrumentFailed(`${name} does not say how it has sampled (${query}).`);
}

async function traceOf(link: ScpiLink, name: string, input: number): Promise<Float32Array> {
  const block = decodeBlock(await link.askBytes(`TRACe? CHANnel${input}`, 30_000));
  if (!block.ok) throw new InstrumentFailed(`${name} sends no samples of input ${input}. ${block.problem}`);
  const values = decodeReals(block.value);
  if (!values || values.length === 0)
    throw new InstrumentFailed(`${name} sends samples of input ${input} that are cut off.`);
  return values;
}
