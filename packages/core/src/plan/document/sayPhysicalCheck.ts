import { formatPlain } from '../../reading/index.js';
import { sayBounds } from '../../spec/index.js';
import type { PhysicalCheck } from './partCard.js';

/**
 * What a value should be, in words: “after a night within 3 Δ°C of A10.intakeTemperature”.
 * @param nameOf how a value is called here
 */
export function sayPhysicalCheck(
  { when, is }: Pick<PhysicalCheck, 'when' | 'is'>,
  nameOf: (key: string) => string = (key) => key,
): string {
  const expected =
    is.kind === 'between'
      ? sayBounds(is.min, is.max, is.unit)
      : `within ${formatPlain(is.within)} ${is.unit} of ${is.with.map(nameOf).join(', ')}`;
  return when === '' ? expected : `${when}: ${expected}`;
}
