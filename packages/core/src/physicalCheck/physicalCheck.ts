import { array } from 'yup';
import { formatPlain } from '../reading/index.js';
import { type Checked, closedObject, draftText, keyOnLine, unionByKind } from '../schema/index.js';
import { finite, isOrdered, kindText, openLimit, sayBounds, unitText } from '../spec/index.js';
import { convert, differenceUnit, findUnit } from '../units/index.js';

/** What a value of the vehicle should be by its physics: an absolute pressure at rest is that of the air, whatever its limits say. */
export const physicalCheckSchema = closedObject({
  value: keyOnLine().meta({ description: 'unit and value on the vehicle line, such as A10.boostPressure' }),
  when: draftText(120).meta({
    description: 'when it holds: “ignition on, engine off”, “after a night”, “B11 unplugged”',
  }),
  is: unionByKind({
    between: closedObject({ kind: kindText('between'), unit: unitText(), min: openLimit(), max: openLimit() }).test(
      'order',
      '${path}: the lower end lies above the upper one',
      (one) => isOrdered(one?.min, one?.max),
    ),
    agrees: closedObject({
      kind: kindText('agrees'),
      with: array(keyOnLine()).required().max(24).meta({ description: 'the values that it agrees with' }),
      unit: unitText().meta({ description: 'in which the values are told' }),
      within: finite().required().min(0).meta({ description: 'how far they may be apart, in that unit' }),
    }),
  }),
});

export type PhysicalCheck = Checked<typeof physicalCheckSchema>;

/**
 * What a value should be, in words: “after a night: within 3 Δ°C of intake air”.
 * @param nameOf how a value is called here
 */
export function sayPhysicalCheck(
  { when, is }: Pick<PhysicalCheck, 'when' | 'is'>,
  nameOf: (key: string) => string = (key) => key,
): string {
  const expected =
    is.kind === 'between'
      ? sayBounds(is.min, is.max, is.unit)
      : `within ${formatPlain(is.within)} ${stepUnit(is.unit)} of ${is.with.map(nameOf).join(', ')}`;
  return when === '' ? expected : `${when}: ${expected}`;
}

const stepUnit = (symbol: string): string => {
  const unit = findUnit(symbol);
  return unit ? differenceUnit(unit).symbol : symbol;
};

/** A value as it was told last. */
export interface ToldValue {
  readonly value: number;
  readonly unit: string;
}

export type HeldCheck =
  | { readonly kind: 'holds' }
  /** By how much it is off, in words. */
  | { readonly kind: 'off'; readonly by: string }
  /** It, or what it is held against, is not told now, or in a unit of another kind. */
  | { readonly kind: 'unknown' };

/**
 * Whether a value is as its physics says, as it is now.
 * @param told the newest value by its key; `undefined` where there is none
 */
export function holdPhysicalCheck(
  { value: key, is }: PhysicalCheck,
  told: (key: string) => ToldValue | undefined,
): HeldCheck {
  const own = inUnit(told(key), is.unit);
  if (own === undefined) return { kind: 'unknown' };
  if (is.kind === 'between') {
    const by = Math.max((is.min ?? own) - own, own - (is.max ?? own));
    return by > slack(own) ? off(by, is.unit) : { kind: 'holds' };
  }
  const others = is.with.map((other) => inUnit(told(other), is.unit));
  if (others.length === 0 || others.some((other) => other === undefined)) return { kind: 'unknown' };
  const apart = Math.max(...others.map((other) => Math.abs(own - (other ?? own))));
  return apart > is.within + slack(own) ? off(apart, is.unit) : { kind: 'holds' };
}

// What arithmetic may leave of a number that was meant exactly.
const slack = (value: number): number => Math.abs(value) * 1e-9;

const off = (by: number, unit: string): HeldCheck => {
  const rounded = Number(by.toPrecision(3));
  return { kind: 'off', by: `${formatPlain(rounded)} ${stepUnit(unit)}` };
};

function inUnit(told: ToldValue | undefined, wanted: string): number | undefined {
  const [from, to] = [findUnit(told?.unit ?? ''), findUnit(wanted)];
  if (!told || !from || !to) return undefined;
  const converted = convert(told.value, from, to);
  return converted.ok ? converted.value : undefined;
}
