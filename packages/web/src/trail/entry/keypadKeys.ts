import { parseReading } from '@probe-trail/core/reading';
import { canBeNegative, type Quantity, unitOf } from '@probe-trail/core/units';

/** Quantities for which meters show OL. */
const overloading: ReadonlySet<Quantity> = new Set(['voltage', 'resistance', 'current', 'frequency', 'capacitance']);

/** Units that meters show, by quantity; a key is offered for those that are not the step's own. */
const shownUnits: Partial<Record<Quantity, readonly string[]>> = {
  voltage: ['V', 'mV'],
  resistance: ['Ω', 'kΩ', 'MΩ'],
  current: ['A', 'mA'],
  frequency: ['Hz', 'kHz'],
  time: ['s', 'ms'],
  temperature: ['°C', '°F'],
  capacitance: ['µF', 'nF'],
};

const mostUnits = 2;

/** The keys beside the digits that a step in this unit can use, in their order; a point can always be used. */
export function keypadKeys(unit: string): readonly string[] {
  const { quantity } = unitOf(unit).base;
  return [
    '.',
    ...(canBeNegative(unit) ? ['−'] : []),
    ...(overloading.has(quantity) ? ['OL'] : []),
    ...(shownUnits[quantity] ?? []).filter((symbol) => symbol !== unit).slice(0, mostUnits),
  ];
}

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];

// No meter shows more digits than this.
const mostDigits = 8;

/** The keys that would lead to a reading, or to the beginning of one, after this text; separated by spaces. */
export function usableKeys(text: string, unit: string): string {
  const others = keypadKeys(unit);
  // Where one digit may stand, all may.
  const usable = [...(isUsable(text, '1', unit) ? digits : []), ...others.filter((key) => isUsable(text, key, unit))];
  return usable.join(' ');
}

function isUsable(text: string, key: string, unit: string): boolean {
  const next = pressKey(text, key);
  if (next === text || (/^\d$/.test(key) && next.replace(/\D/g, '').length > mostDigits)) return false;
  // A unit without a number before it is the beginning of nothing.
  if (/^ /.test(next)) return false;
  return next === '−' || parseReading(next, { unit, ambientKPa: 101.325 }).ok;
}

/** The text after a key: a unit replaces the one that stands there, OL replaces everything, a second point is not taken. */
export function pressKey(text: string, key: string): string {
  if (key === 'OL') return 'OL';
  if (key === '−') return text.startsWith('−') ? text.slice(1) : `−${text}`;
  const [digits = '', unit = ''] = text.split(' ');
  const number = digits === 'OL' || digits === '−OL' ? '' : digits;
  if (key === '.') return /[.,]/.test(number) ? text : join(`${/\d/.test(number) ? number : `${number}0`}.`, unit);
  return /^\d$/.test(key) ? join(number + key, unit) : join(number, key);
}

/** The text without its last character, or without its unit. */
export function pressBack(text: string): string {
  if (text === 'OL') return '';
  return text.includes(' ') ? text.slice(0, text.indexOf(' ')) : text.slice(0, -1);
}

const join = (number: string, unit: string) => (unit === '' ? number : `${number} ${unit}`);
