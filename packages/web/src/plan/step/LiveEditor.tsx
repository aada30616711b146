import { NumberInput, Select } from '@mantine/core';
import { type LiveReading, type WindowTake, windowTakes } from '@probe-trail/core/liveValue';
import { planBounds, type StepReading } from '@probe-trail/core/plan';
import type { Draft } from 'immer';
import { optionsOf } from '../../fields/optionsOf';
import { bindTo, type EditPart } from '../draft/bindTo';
import classes from '../fields/editorFields.module.css';
import { optionsWith, useValuesOfLines } from '../fields/useLineOptions';

interface LiveProps {
  readonly reading: StepReading;
  readonly edit: EditPart<StepReading>;
}

const takeOptions = optionsOf<WindowTake>(windowTakes);
const usual: Omit<Draft<LiveReading>, 'values'> = { take: 'mean', seconds: 3 };

/** Which value of the vehicle a reading can be taken from; of things that are compared, one for each. */
export function LiveEditor({ reading: { spec, live }, edit }: LiveProps) {
  const known = useValuesOfLines();
  const names = spec.kind === 'siblings' ? spec.members.map(({ id, name }) => name || id) : ['Read from the vehicle'];
  const written = live?.values ?? [];
  const setValue = (index: number, key: string | null) =>
    edit(null, (now) => {
      const values = [...(now.live?.values ?? [])];
      if (key === null) values.splice(index, 1);
      else values[Math.min(index, values.length)] = key;
      now.live = values.length === 0 ? null : { ...usual, ...now.live, values };
    });
  const editLive: EditPart<LiveReading> = (field, recipe) =>
    edit(field && `live.${field}`, (now) => {
      if (now.live) recipe(now.live);
    });
  return (
    <div className={classes.columns}>
      {names.slice(0, written.length + 1).map((name, index) => (
        // A value has no identity but its place.
        <Select
          key={index}
          label={names.length > 1 ? `${name}, from the vehicle` : name}
          placeholder="it is typed"
          searchable
          clearable
          data={optionsWith(known, written[index])}
          value={written[index] ?? null}
          onChange={(key) => setValue(index, key)}
        />
      ))}
      {live && (
        <>
          <Select label="Which is taken" data={takeOptions} {...bindTo(live, editLive).pick('take')} />
          <NumberInput
            label="Of the last seconds"
            description="0: as it is now"
            size="md"
            {...planBounds.live.seconds}
            allowNegative={false}
            allowDecimal={false}
            value={live.seconds}
            onChange={(seconds) =>
              typeof seconds === 'number' &&
              editLive('seconds', (now) => {
                now.seconds = seconds;
              })
            }
          />
        </>
      )}
    </div>
  );
}
