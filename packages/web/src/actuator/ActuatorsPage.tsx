import { Button } from '@mantine/core';
import { type Actuator, actuatorsOf } from '@probe-trail/core/actuator';
import { routinesOf } from '@probe-trail/core/routine';
import type { Line } from '@probe-trail/core/vehicle';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { useJob } from '../job/useJob';
import classes from './Actuator.module.css';
import { ActuatorPanel } from './ActuatorPanel';
import { RoutinePanel } from './RoutinePanel';
import { useActuatorRun } from './useActuatorRun';

/** The actuators of a vehicle, to be run by hand, and the tests that its units run by themselves. */
export function ActuatorsPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}actuators and tests`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {({ line }) =>
          line && actuatorsOf(line).length + routinesOf(line).length > 0 ? (
            <Actuators jobId={jobId} line={line} />
          ) : (
            <p>No actuators and no tests of this model are known.</p>
          )
        }
      </Wait>
    </Page>
  );
}

function Actuators({ jobId, line }: { readonly jobId: string; readonly line: Line }) {
  const [actuators, routines] = [actuatorsOf(line), routinesOf(line)];
  const [key, setKey] = useState((actuators[0] ?? routines[0])?.key);
  const actuator = actuators.find((one) => one.key === key);
  const routine = routines.find((one) => one.key === key);
  return (
    <div className={classes.page}>
      <div>
        <Choices all={actuators} chosen={key} onChoose={setKey} />
        {routines.length > 0 && <h2 className={classes.kind}>Tests that units run by themselves</h2>}
        <Choices all={routines} chosen={key} onChoose={setKey} />
      </div>
      {actuator && <RunByHand key={actuator.key} jobId={jobId} line={line} actuator={actuator} />}
      {routine && <RoutinePanel key={routine.key} jobId={jobId} line={line} routine={routine} />}
    </div>
  );
}

interface ChoicesProps {
  readonly all: readonly Pick<Actuator, 'key' | 'name' | 'unitName'>[];
  readonly chosen: string | undefined;
  readonly onChoose: (key: string) => void;
}

function Choices({ all, chosen, onChoose }: ChoicesProps) {
  return (
    <ul className={classes.list}>
      {all.map(({ key, name, unitName }) => (
        <li key={key}>
          <button type="button" aria-pressed={key === chosen} onClick={() => onChoose(key)}>
            {name} <small>{unitName}</small>
          </button>
        </li>
      ))}
    </ul>
  );
}

interface HandProps {
  readonly jobId: string;
  readonly line: Line;
  readonly actuator: Actuator;
}

const nothingKnown = {};

function RunByHand({ jobId, line, actuator }: HandProps) {
  const run = useActuatorRun(jobId, actuator);
  const [command, setCommand] = useState(actuator.least + (actuator.most - actuator.least) / 2);
  const change = (next: number) => {
    setCommand(next);
    run.setCommand(next);
  };
  const shown = actuator.unit === '' ? actuator.most : command;
  return (
    <ActuatorPanel
      jobId={jobId}
      line={line}
      actuator={actuator}
      run={run}
      command={shown}
      onCommand={change}
      known={nothingKnown}
    />
  );
}
