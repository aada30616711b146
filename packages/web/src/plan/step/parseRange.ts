import { failed, ok } from '@probe-trail/core/result';
import { findUnit } from '@probe-trail/core/units';
import { parseLimit } from '../../fields/parseFields';

/** `20 V`: a number with a unit; empty for none. */
export function parseRange(text: string) {
  if (text.trim() === '') return ok(null);
  const symbol = text.replace(/^[\d.,\s]+/, '').trim();
  const unit = findUnit(symbol);
  if (!unit) return failed('A number with its unit, such as 20 V.');
  const value = parseLimit(unit.symbol)(text);
  return value.ok ? ok({ value: value.value, unit: unit.symbol }) : value;
}
