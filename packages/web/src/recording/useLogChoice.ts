import type { ChosenValue, LaidOutLog, TimeForm } from '@probe-trail/core/driveLog';
import { cutText } from '@probe-trail/core/text';
import { useMemo, useState } from 'react';

/** How long the name of a value may be, and its unit. */
export const [longestName, longestUnit] = [120, 20];
/** As many as a recording may have; of more, the first are chosen. */
const mostValues = 1000;

/** A value of a log with what somebody says of it. */
export interface OfferedValue extends ChosenValue {
  readonly sample: string;
  readonly isChosen: boolean;
}

/** What is to be read of a log. */
export interface ChoiceOfLog {
  readonly layout: LaidOutLog;
  readonly values: readonly OfferedValue[];
  readonly chosen: readonly ChosenValue[];
  readonly setTimeForm: (form: TimeForm) => void;
  readonly change: (source: string, more: Partial<Pick<OfferedValue, 'name' | 'unit' | 'isChosen'>>) => void;
  readonly chooseAll: (isChosen: boolean) => void;
}

/** Begins with everything as the log says it; `undefined` where there is nothing to choose. */
export function useLogChoice(found: LaidOutLog | undefined): ChoiceOfLog | undefined {
  const [form, setTimeForm] = useState<TimeForm | undefined>();
  const [values, setValues] = useState<readonly OfferedValue[]>(() =>
    (found?.shape.values ?? []).map(({ source, name, unit, sample }, at) => ({
      source,
      name: cutText(name, longestName),
      unit: cutText(unit, longestUnit),
      sample,
      isChosen: at < mostValues,
    })),
  );
  const layout = useMemo(
    () => found && (form === undefined ? found : { ...found, shape: { ...found.shape, timeForm: form } }),
    [found, form],
  );
  if (!layout) return undefined;
  return {
    layout,
    values,
    chosen: values
      .filter(({ isChosen }) => isChosen)
      .slice(0, mostValues)
      .map(({ source, name, unit }) => ({ source, name: name.trim() || 'without a name', unit: unit.trim() })),
    setTimeForm,
    change: (source, more) =>
      setValues((last) => last.map((one) => (one.source === source ? { ...one, ...more } : one))),
    chooseAll: (isChosen) => setValues((last) => last.map((one) => ({ ...one, isChosen }))),
  };
}
