import { type Actuator, actuatorsOf } from '@probe-trail/core/actuator';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line } from '@probe-trail/core/vehicle';
import { useMemo } from 'react';
import type { Option } from '../../fields/optionsOf';
import { useLinesQuery } from '../../vehicle/vehicleApi';
import { useDraft } from '../draft/editorContext';

/** What the lines have that the plan applies to; of all lines where it names none. */
function useOfLines<Item extends { readonly key: string }>(
  of: (line: Line) => readonly Item[],
): ReadonlyMap<string, Item> {
  const { data: lines } = useLinesQuery();
  const names = useDraft(({ appliesTo }) => appliesTo.lines);
  return useMemo(
    () =>
      new Map(
        (lines ?? [])
          .filter(({ name }) => names.length === 0 || names.includes(name))
          .flatMap(of)
          .map((item) => [item.key, item]),
      ),
    [lines, names, of],
  );
}

/** The live values of the lines that the plan applies to, by their keys. */
export const useValuesOfLines = (): ReadonlyMap<string, LiveValue> => useOfLines(liveValuesOf);

/** Their actuators. */
export const useActuatorsOfLines = (): ReadonlyMap<string, Actuator> => useOfLines(actuatorsOf);

/** Their control units. */
export const useUnitsOfLines = (): ReadonlyMap<string, ReturnType<typeof unitsOf>[number]> => useOfLines(unitsOf);

const unitsOf = ({ units }: Line) => units.map(({ id, name }) => ({ key: id, name, unitName: id }));

/** What can be chosen; what is written and no line knows stays, and is said. */
export const optionsWith = (
  known: ReadonlyMap<string, { readonly key: string; readonly name: string; readonly unitName: string }>,
  written: string | undefined,
): Option[] => [
  ...[...known.values()].map(({ key, name, unitName }) => ({ value: key, label: `${name}, ${unitName}` })),
  ...(written === undefined || known.has(written) ? [] : [{ value: written, label: `${written} (no line has it)` }]),
];
