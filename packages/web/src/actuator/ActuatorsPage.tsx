import { Button } from '@mantine/core';
import { type Actuator, actuatorsOf } from '@probe-trail/core/actuator';
import type { Line } from '@probe-trail/core/vehicle';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { useJob } from '../job/useJob';
import classes from './Actuator.module.css';
import { ActuatorPanel } from './ActuatorPanel';
import { useActuatorRun } from './useActuatorRun';

/** The actuators of a vehicle, to be run by hand. */
export function ActuatorsPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}actuators`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {({ line }) =>
          line && actuatorsOf(line).length > 0 ? (
            <Actuators jobId={jobId} line={line} />
          ) : (
            <p>No actuators of this model are known.</p>
          )
        }
      </Wait>
    </Page>
  );
}

function Actuators({ jobId, line }: { readonly jobId: string; readonly line: Line }) {
  const all = actuatorsOf(line);
  const [key, setKey] = useState(all[0]?.key);
  const chosen = all.find((one) => one.key === key);
  return (
    <div className={classes.page}>
      <ul className={classes.list}>
        {all.map((actuator) => (
          <li key={actuator.key}>
            <button type="button" aria-pressed={actuator.key === key} onClick={() => setKey(actuator.key)}>
              {actuator.name} <small>{actuator.unitName}</small>
            </button>
          </li>
        ))}
      </ul>
      {chosen && <RunByHand key={chosen.key} jobId={jobId} line={line} actuator={chosen} />}
    </div>
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
