import { Button, NumberInput, Select } from '@mantine/core';
import { type ActuatorUse, sayActuatorUse } from '@probe-trail/core/actuator';
import { planBounds, type Step } from '@probe-trail/core/plan';
import { memo } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseOpenLimit } from '../../fields/parseFields';
import { bindTo, type EditPart } from '../draft/bindTo';
import classes from '../fields/editorFields.module.css';
import { optionsWith, useActuatorsOfLines } from '../fields/useLineOptions';
import type { EditStep } from './editStep';
import { AddPart, InPlace } from './InPlace';
import { useOpenParts } from './openParts';

interface ActuatorProps extends Pick<Step, 'actuator'> {
  readonly editStep: EditStep;
}

/** What is commanded over the vehicle interface while the step is measured. */
export const StepActuator = memo(function StepActuator({ actuator, editStep }: ActuatorProps) {
  const { open, show } = useOpenParts();
  const known = useActuatorsOfLines();
  if (!actuator && !open.has('actuator'))
    return known.size === 0 ? null : <AddPart label="Command an actuator" onAdd={() => show('actuator')} />;
  const name = (actuator && known.get(actuator.actuator)?.name) || actuator?.actuator;
  const choose = (key: string | null) =>
    editStep(null, (step) => {
      step.actuator = key === null ? null : { command: null, settleSeconds: 2, ...step.actuator, actuator: key };
    });
  return (
    <InPlace
      part="actuator"
      name="the actuator"
      view={
        <p className={classes.effortLine}>
          {actuator ? `Command ${name}: ${sayActuatorUse(actuator)}` : 'No actuator'}
        </p>
      }
    >
      <div className={classes.columns}>
        <Select
          label="Actuator"
          searchable
          data={optionsWith(known, actuator?.actuator)}
          value={actuator?.actuator ?? null}
          onChange={(key) => key !== null && choose(key)}
        />
        {actuator && (
          <UseFields actuator={actuator} unit={known.get(actuator.actuator)?.unit ?? ''} editStep={editStep} />
        )}
      </div>
      {actuator && (
        <Button variant="subtle" color="gray" onClick={() => choose(null)}>
          Nothing is commanded
        </Button>
      )}
    </InPlace>
  );
});

interface UseProps {
  readonly actuator: ActuatorUse;
  /** Of the command; empty where no line knows the actuator. */
  readonly unit: string;
  readonly editStep: EditStep;
}

function UseFields({ actuator, unit, editStep }: UseProps) {
  const editUse: EditPart<ActuatorUse> = (field, recipe) =>
    editStep(field && `actuator.${field}`, (step) => {
      if (step.actuator) recipe(step.actuator);
    });
  return (
    <>
      <CommittedInput
        label={unit === '' ? 'Command' : `Command in ${unit}`}
        placeholder="set by hand, or by the rows of a sweep"
        value={actuator.command === null ? '' : String(actuator.command)}
        parse={parseOpenLimit(unit || '%')}
        {...bindTo(actuator, editUse).commit('command')}
      />
      <NumberInput
        label="Seconds to wait after a command"
        size="md"
        {...planBounds.actuator.settleSeconds}
        allowNegative={false}
        allowDecimal={false}
        value={actuator.settleSeconds}
        onChange={(seconds) =>
          typeof seconds === 'number' &&
          editUse('settleSeconds', (now) => {
            now.settleSeconds = seconds;
          })
        }
      />
    </>
  );
}
