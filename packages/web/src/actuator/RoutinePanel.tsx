import { Button } from '@mantine/core';
import { sayCondition } from '@probe-trail/core/actuator';
import { liveValuesOf } from '@probe-trail/core/liveValue';
import type { Routine } from '@probe-trail/core/routine';
import type { Line } from '@probe-trail/core/vehicle';
import { useMemo, useState } from 'react';
import { Notice } from '../spec/Notice';
import classes from './Actuator.module.css';
import { RunHead } from './RunHead';
import { type RoutineState, useRoutineRun } from './useRoutineRun';

interface PanelProps {
  readonly jobId: string;
  readonly line: Line;
  readonly routine: Routine;
}

/** A test that a control unit runs by itself: what must be so before, its start, and how it came out. */
export function RoutinePanel({ jobId, line, routine }: PanelProps) {
  const { key, name, unitName, needs = [], onlyWhile = [], takesSeconds } = routine;
  const { state, start, stop } = useRoutineRun(jobId, key);
  const [isConfirmed, setIsConfirmed] = useState(false);
  const values = useMemo(() => new Map(liveValuesOf(line).map((value) => [value.key, value])), [line]);
  const nameOf = (value: string) => values.get(value) ?? { name: value, unit: '' };
  const isRunning = state.kind === 'running';
  return (
    <section className={classes.panel} aria-label={name}>
      <RunHead
        jobId={jobId}
        name={name}
        unitName={unitName}
        open={needs}
        isConfirmed={isConfirmed}
        onConfirm={setIsConfirmed}
      />
      <div className={classes.run}>
        {isRunning ? (
          <Button size="xl" mih={64} onClick={stop}>
            Stop the test
          </Button>
        ) : (
          <Button size="xl" mih={64} disabled={needs.length > 0 && !isConfirmed} onClick={start}>
            Run the test
          </Button>
        )}
        {isRunning && <p role="status">{state.text || 'It begins.'}</p>}
      </div>
      <p className={classes.checked}>
        {onlyWhile.length > 0 &&
          `Checked before and while it runs: ${onlyWhile.map((one) => sayCondition(one, nameOf)).join(', ')}. `}
        It takes about {takesSeconds} s, and stops when this page is left.
      </p>
      <CameOut state={state} />
    </section>
  );
}

const looks = { passed: 'inSpec', failed: 'outOfSpec', unknown: 'noLimit' } as const;
const words = { passed: 'Passed', failed: 'Failed', unknown: 'Not known' } as const;

function CameOut({ state }: { readonly state: RoutineState }) {
  if (state.kind === 'ended')
    return (
      <Notice kind={looks[state.is]} title={words[state.is]}>
        <p>{state.text}</p>
      </Notice>
    );
  if (state.kind === 'stopped') return <Notice kind="noLimit" title={state.because} />;
  return state.kind === 'failed' ? <Notice kind="outOfSpec" title={state.message} /> : null;
}
