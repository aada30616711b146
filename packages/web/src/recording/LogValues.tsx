import { Checkbox, Group, Select } from '@mantine/core';
import { type LaidOutLog, type TimeForm, timeForms } from '@probe-trail/core/driveLog';
import { findUnit } from '@probe-trail/core/units';
import { memo } from 'react';
import { Notice } from '../spec/Notice';
import { sayCount } from '../ui/sayCount';
import classes from './ImportLogPage.module.css';
import { type ChoiceOfLog, longestName, longestUnit, type OfferedValue } from './useLogChoice';

interface ValuesProps {
  readonly layout: LaidOutLog;
  readonly choice: ChoiceOfLog;
}

/** The time and the values of a log, as they were understood: each can be left out, called otherwise, and given its unit. */
export function LogValues({ layout, choice }: ValuesProps) {
  const { shape } = layout;
  const { values, chosen } = choice;
  const unknown = chosen.filter(({ unit }) => !isKnown(unit)).length;
  return (
    <>
      <p>
        {shape.kind === 'wide' ? 'A column for each value' : 'A row for each single value'}, the first in line{' '}
        {shape.firstRow + 1}
        {shape.isReversed && ', the newest first'}.
      </p>
      <Group align="end" mb="sm">
        <Select
          label="Its times are"
          data={Object.entries(timeForms).map(([value, label]) => ({ value, label }))}
          allowDeselect={false}
          disabled={shape.timeForm === 'date' || shape.timeForm === 'clock'}
          value={choice.layout.shape.timeForm}
          onChange={(form) => form && choice.setTimeForm(form as TimeForm)}
        />
        <Checkbox
          className={classes.all ?? ''}
          label={`${chosen.length} of ${values.length} values`}
          checked={chosen.length === values.length}
          indeterminate={chosen.length > 0 && chosen.length < values.length}
          onChange={(event) => choice.chooseAll(event.currentTarget.checked)}
        />
      </Group>
      {shape.isTimeGuessed && (
        <Notice
          kind="tooCloseToCall"
          title={`The file does not say its unit of time. By its steps they are ${timeForms[shape.timeForm]}: check that.`}
        />
      )}
      {unknown > 0 && (
        <Notice
          kind="tooCloseToCall"
          title={`${sayCount(unknown, 'value')} without a unit that is known here. Type it, or leave it as it is.`}
        />
      )}
      <ul className={classes.values} aria-label="Values">
        {values.map((value) => (
          <ValueRow key={value.source} value={value} onChange={choice.change} />
        ))}
      </ul>
    </>
  );
}

const isKnown = (unit: string): boolean => findUnit(unit) !== undefined;

interface RowProps {
  readonly value: OfferedValue;
  readonly onChange: ChoiceOfLog['change'];
}

/** Plain fields: a log may have a thousand values. */
const ValueRow = memo(
  function ValueRow({ value: { source, name, unit, sample, isChosen }, onChange }: RowProps) {
    return (
      <li>
        <input
          type="checkbox"
          aria-label={`Import ${name}`}
          checked={isChosen}
          onChange={(event) => onChange(source, { isChosen: event.currentTarget.checked })}
        />
        <input
          aria-label={`Name of ${source}`}
          maxLength={longestName}
          value={name}
          onChange={(event) => onChange(source, { name: event.currentTarget.value })}
        />
        <input
          aria-label={`Unit of ${name}`}
          placeholder="unit"
          data-unknown={(isChosen && !isKnown(unit)) || undefined}
          maxLength={longestUnit}
          value={unit}
          onChange={(event) => onChange(source, { unit: event.currentTarget.value })}
        />
        <span className="mono soft">{sample === '' ? 'no number yet' : `first ${sample}`}</span>
      </li>
    );
  },
  (last, next) => last.value === next.value,
);
