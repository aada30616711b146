import type { Line } from '../vehicle/index.js';
import type { CodeSheet, SheetUnit, UnitIdentity } from './codeSheet.js';

/** What a unit is known by, in words. */
export const identityFields = {
  part: 'part number',
  hardware: 'hardware',
  software: 'software',
  serial: 'serial number',
} as const satisfies Record<keyof UnitIdentity, string>;

export type IdentityField = keyof typeof identityFields;
const fields = Object.keys(identityFields) as IdentityField[];

/** A unit is another one than before, or another one than belongs on this model. */
export interface IdentityNotice {
  readonly unitId: string;
  readonly name: string;
  readonly field: IdentityField;
  readonly now: string;
  /** What it was on the sheet before that told it; `null`: it is not what belongs there. */
  readonly before: string | null;
  /** What belongs there; empty where that is not known. */
  readonly belongs: readonly string[];
}

/** What the units of an earlier sheet said. */
interface Told {
  readonly units: readonly Pick<SheetUnit, 'unitId' | 'identity'>[];
}

/**
 * What the identities of a sheet say: units that are others than on an earlier sheet, and those that the model does not have.
 * @param earlier sheets of the same vehicle, the oldest first
 */
export function identityNotices(
  sheet: Pick<CodeSheet, 'units'>,
  earlier: readonly Told[],
  line: Line | undefined,
): readonly IdentityNotice[] {
  return sheet.units.flatMap((unit) =>
    fields.flatMap((field): readonly IdentityNotice[] => {
      const now = unit.identity?.[field];
      if (now === undefined) return [];
      const before = lastTold(earlier, unit, field);
      const belongs = belonging(line, unit, field);
      const isForeign = belongs.length > 0 && !belongs.includes(now);
      const isChanged = before !== undefined && before !== now;
      if (!isForeign && !isChanged) return [];
      return [
        {
          unitId: unit.unitId,
          name: unit.name,
          field,
          now,
          before: isChanged ? before : null,
          belongs: isForeign ? belongs : [],
        },
      ];
    }),
  );
}

const lastTold = (earlier: readonly Told[], { unitId }: SheetUnit, field: IdentityField): string | undefined =>
  earlier
    .map(({ units }) => units.find((unit) => unit.unitId === unitId)?.identity?.[field])
    .findLast((told) => told !== undefined);

function belonging(line: Line | undefined, { unitId }: SheetUnit, field: IdentityField): readonly string[] {
  const known = line?.units.find(({ id }) => id === unitId);
  if (field === 'part') return known?.parts ?? [];
  return field === 'software' ? (known?.software ?? []) : [];
}

/** Such as `software 2.90, was 3.02 before; 3.02 or 3.01 belongs there`. */
export function sayIdentityNotice({ field, now, before, belongs }: IdentityNotice): string {
  const was = before === null ? '' : `, was ${before} before`;
  const wanted = belongs.length === 0 ? '' : `; ${belongs.join(' or ')} belongs there`;
  return `${identityFields[field]} ${now}${was}${wanted}`;
}

/** What a unit says that it is, in one line; empty where it says nothing. */
export const sayIdentity = (identity: UnitIdentity | null | undefined): string =>
  fields
    .flatMap((field) => {
      const said = identity?.[field];
      return said === undefined ? [] : [`${identityFields[field]} ${said}`];
    })
    .join(', ');
