import type { LiveReading } from '@probe-trail/core/liveValue';
import { formatPlain } from '@probe-trail/core/reading';
import type { SweepSpec } from '@probe-trail/core/spec';
import { useEffect, useState } from 'react';
import { useStepRun } from '../../../actuator/stepRun';
import { deviceNowMs } from '../../../device/clock';
import type { OpenTrail } from '../../log/useTrail';
import { TakeLiveRow } from '../TakeLiveRow';
import type { TypedRows } from './useTypedRows';

interface SweepProps {
  readonly open: OpenTrail;
  readonly spec: SweepSpec;
  readonly live: LiveReading | null;
  readonly typedRows: Pick<TypedRows, 'active' | 'take' | 'rows'>;
}

/**
 * Commands the rows of a sweep one after the other. Where the plan says which value of the vehicle is read, each is taken once it has settled;
 * otherwise it waits for what is typed. Stopped, it goes on at the row that is due.
 */
export function SweepRun({ open, spec, live, typedRows }: SweepProps) {
  const stepRun = useStepRun();
  const at = spec.rows[typedRows.active]?.at;
  const afterMs = useSettling(at);
  const rowName = typedRows.rows[typedRows.active]?.name ?? '';
  return (
    <>
      {stepRun && stepRun.run.state.kind === 'running' && at !== undefined && (
        <p role="status">
          {spec.command || 'Command'} {formatPlain(at)} {spec.commandUnit}
          {afterMs === undefined ? ', on its way' : live ? ', settling' : ': read the meter, type, Enter'}
        </p>
      )}
      {live && <TakeLiveRow open={open} live={live} rowName={rowName} onTake={typedRows.take} afterMs={afterMs} />}
    </>
  );
}

/** Commands a row; @returns when it will have settled, as soon as its command is confirmed */
function useSettling(at: number | undefined): number | undefined {
  const stepRun = useStepRun();
  const [settled, setSettled] = useState<{ readonly at: number; readonly afterMs: number } | undefined>();
  const { run, setNext, settleSeconds = 0 } = stepRun ?? {};
  useEffect(() => {
    setNext?.(at);
    if (at !== undefined) run?.setCommand(at);
  }, [at, setNext, run?.setCommand]);
  // Once every row is there, nothing is commanded any more.
  useEffect(
    () => () => {
      run?.stop();
      setNext?.(undefined);
    },
    [run?.stop, setNext],
  );
  const confirmed = run?.state.kind === 'running' ? run.state.command : undefined;
  useEffect(() => {
    setSettled(
      confirmed !== undefined && confirmed === at
        ? { at: confirmed, afterMs: deviceNowMs() + settleSeconds * 1000 }
        : undefined,
    );
  }, [confirmed, at, settleSeconds]);
  return settled?.at === at ? settled?.afterMs : undefined;
}
