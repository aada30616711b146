import { type Actuator, type ActuatorUse, actuatorsOf } from '@probe-trail/core/actuator';
import type { Line } from '@probe-trail/core/vehicle';
import { type ReactNode, useMemo, useState } from 'react';
import { ActuatorPanel } from '../../actuator/ActuatorPanel';
import { StepRunContext } from '../../actuator/stepRun';
import { useActuatorRun } from '../../actuator/useActuatorRun';
import { useLinesQuery } from '../../vehicle/vehicleApi';
import type { OpenTrail } from '../log/useTrail';

interface StepActuatorProps {
  readonly open: OpenTrail;
  readonly use: ActuatorUse;
  /** The readings of the step. */
  readonly children: ReactNode;
}

/** What a step commands, above the readings that are taken meanwhile. Whoever has no interface commands by hand, and types. */
export function StepActuator({ open, use, children }: StepActuatorProps) {
  const { jobId, vehicle } = open.trail;
  const { data: lines } = useLinesQuery();
  const line = lines?.find(({ name }) => name === vehicle.line);
  const actuator = line && actuatorsOf(line).find(({ key }) => key === use.actuator);
  if (jobId === null || !line || !actuator)
    return (
      <>
        {lines && <p className="soft">{sayNone(jobId, use, vehicle.line)}</p>}
        {children}
      </>
    );
  return (
    <Commanded jobId={jobId} line={line} actuator={actuator} use={use} known={open.trail.believed}>
      {children}
    </Commanded>
  );
}

const sayNone = (jobId: string | null, { actuator }: ActuatorUse, line: string): string =>
  jobId === null
    ? 'This trail belongs to no job, so no vehicle is connected. Command it by hand.'
    : `${actuator} is not known on ${line}. Command it by hand.`;

interface CommandedProps extends Pick<StepActuatorProps, 'use' | 'children'> {
  readonly jobId: string;
  readonly line: Line;
  readonly actuator: Actuator;
  readonly known: Readonly<Record<string, string>>;
}

function Commanded({ jobId, line, actuator, use, known, children }: CommandedProps) {
  const run = useActuatorRun(jobId, actuator);
  const [byRow, setNext] = useState<number | undefined>();
  const [byHand, setByHand] = useState(use.command ?? actuator.least + (actuator.most - actuator.least) / 2);
  const settleSeconds = use.settleSeconds;
  const stepRun = useMemo(() => ({ run, settleSeconds, setNext }), [run, settleSeconds]);
  const change = (next: number) => {
    setByHand(next);
    run.setCommand(next);
  };
  return (
    <StepRunContext.Provider value={stepRun}>
      <ActuatorPanel
        jobId={jobId}
        line={line}
        actuator={actuator}
        run={run}
        command={byRow === undefined ? byHand : undefined}
        {...(byRow === undefined ? { onCommand: change } : { startsAt: byRow })}
        known={known}
      />
      {children}
    </StepRunContext.Provider>
  );
}
