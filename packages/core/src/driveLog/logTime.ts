/** How a log says its times. */
export const timeForms = {
  s: 'seconds',
  ms: 'milliseconds',
  us: 'microseconds',
  ns: 'nanoseconds',
  min: 'minutes',
  h: 'hours',
  clock: 'time of day',
  date: 'date and time',
} as const;

export type TimeForm = keyof typeof timeForms;

/** How many ms a unit of time has. */
const msPerUnit: Readonly<Record<Exclude<TimeForm, 'clock' | 'date'>, number>> = {
  ns: 1e-6,
  us: 0.001,
  ms: 1,
  s: 1000,
  min: 60_000,
  h: 3_600_000,
};

const dayMs = 24 * msPerUnit.h;

/** A time of day on the day on which it is nearest to the one before: a log goes on over midnight. */
export const onItsDay = (clockMs: number, lastMs: number): number =>
  clockMs + Math.round((lastMs - clockMs) / dayMs) * dayMs;

const clock = String.raw`(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,:]\d+)?))?`;
const clockAlone = new RegExp(`^${clock}$`);
const yearFirst = new RegExp(String.raw`^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})[T\s]+${clock}\s*(Z|[+-]\d{2}:?\d{2})?$`);
const dayFirst = new RegExp(String.raw`^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4})[T\s,]+${clock}$`);
const plain = /^[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[-+]?\d+)?$/i;

/** A number as logs write it, with a point or a comma; `undefined` for anything else. */
export function readNumber(text: string): number | undefined {
  if (!plain.test(text)) return undefined;
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? number : undefined;
}

/** How a cell says a time, as far as it shows: a date, a time of day, or a number; `undefined` for no time. */
export function formOfCell(text: string): 'date' | 'clock' | 'number' | undefined {
  if (yearFirst.test(text) || dayFirst.test(text)) return 'date';
  if (clockAlone.test(text)) return 'clock';
  return readNumber(text) === undefined ? undefined : 'number';
}

/**
 * The time in a cell.
 * @returns ms: since 1970 for a date, since midnight for a time of day, otherwise since whatever the log counts from
 */
export function readTime(text: string, form: TimeForm): number | undefined {
  if (form === 'clock') {
    const found = clockAlone.exec(text);
    return found ? ofClock(found[1], found[2], found[3]) : undefined;
  }
  if (form === 'date') return ofDate(text);
  const number = readNumber(text);
  return number === undefined ? undefined : number * msPerUnit[form];
}

// “10:15:30:250” has the milliseconds behind another colon.
const ofClock = (hours = '0', minutes = '0', seconds = '0'): number =>
  Number(hours) * msPerUnit.h + Number(minutes) * msPerUnit.min + Number(seconds.replace(/[,:]/, '.')) * msPerUnit.s;

/** A date without a zone is one of the workshop: it is read as the device has it. */
function ofDate(text: string): number | undefined {
  const early = yearFirst.exec(text);
  const late = early ? null : dayFirst.exec(text);
  const [year, month, day] = early ? [early[1], early[2], early[3]] : [late?.[3], late?.[2], late?.[1]];
  const found = early ?? late;
  if (!found) return undefined;
  const inDay = ofClock(found[4], found[5], found[6]);
  const zone = early?.[7];
  if (zone === undefined) return new Date(Number(year), Number(month) - 1, Number(day)).getTime() + inDay;
  return Date.UTC(Number(year), Number(month) - 1, Number(day)) + inDay - ofZone(zone);
}

function ofZone(zone: string): number {
  if (zone === 'Z') return 0;
  const [hours, minutes] = [zone.slice(1, 3), zone.slice(-2)];
  return (zone.startsWith('-') ? -1 : 1) * ofClock(hours, minutes);
}

const words: readonly (readonly [RegExp, TimeForm])[] = [
  [/^(?:s|sec|secs|second|seconds|sekunden?|secondes?)$/i, 's'],
  [/^(?:ms|msec|millis|milliseconds?)$/i, 'ms'],
  [/^(?:us|µs|μs|microseconds?)$/i, 'us'],
  [/^(?:ns|nsec|nanos|nanoseconds?)$/i, 'ns'],
  [/^(?:min|mins|minutes?|minuten)$/i, 'min'],
  [/^(?:h|hours?|stunden?)$/i, 'h'],
];

/** Which unit of time a word is. */
export const timeFormOf = (word: string): TimeForm | undefined => words.find(([pattern]) => pattern.test(word))?.[1];

/** How many ms a unit of time has that is said in a word; `undefined` for anything else. */
export function msPerWord(word: string): number | undefined {
  const form = timeFormOf(word);
  return form === undefined || form === 'clock' || form === 'date' ? undefined : msPerUnit[form];
}
