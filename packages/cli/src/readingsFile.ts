import { failed, ok, type Result } from '@probe-trail/core/result';
import { type Checked, sayFaults, validate } from '@probe-trail/core/schema';
import { array, lazy, object, string } from 'yup';
import { readText } from './output.js';

const named = <Value>(keys: object, value: () => Value) =>
  Object.fromEntries(Object.keys(keys).map((key) => [key, value()]));
const shownText = () => string().required().max(60);
const shown = () =>
  lazy((data: unknown) => (Array.isArray(data) ? array(shownText()).required().min(1).max(200) : shownText()));
const readingsOfStep = lazy((data: unknown) => object(named(Object(data), shown)));

/**
 * A readings file: step id → reading id → what the meter shows, or the id of what is seen; a list for rows or counts. Under `inputs` stands
 * what is asked when the trail begins.
 */
const readingsFileSchema = lazy((data: unknown) => object(named(Object(data), () => readingsOfStep)));

export type Shown = string | readonly string[];
export type ReadingsFile = Readonly<Record<string, Readonly<Record<string, Shown>>>>;

/** Reads a readings file; what is wrong with it is said in one sentence. */
export async function loadReadings(file: string): Promise<Result<ReadingsFile, string>> {
  const text = await readText(file);
  if (!text.ok) return text;
  const data = parseJson(text.value);
  const checked =
    data === undefined ? failed([{ path: '', message: 'it is not a JSON file' }]) : validate(readingsFileSchema, data);
  if (!checked.ok)
    return failed(`${file}: ${sayFaults(checked.problem)}. Expected { "step": { "reading": "12.4 V" } }.`);
  return ok(checked.value as Checked<typeof readingsFileSchema> & ReadingsFile);
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // The caller says that this is no JSON file; where it stops being one is of no use to it.
    return undefined;
  }
}
