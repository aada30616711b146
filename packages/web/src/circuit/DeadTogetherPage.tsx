import { Button, Select } from '@mantine/core';
import { type Circuit, checkCircuit, type Seen, sharedCauses, stateWhile } from '@probe-trail/core/circuit';
import { skipToken } from '@reduxjs/toolkit/query';
import { useCallback, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { useKeptState } from '../device/keptState';
import { Page } from '../frame/Page';
import { useJob } from '../job/useJob';
import { Notice } from '../spec/Notice';
import { Waiting } from '../ui/Waiting';
import classes from './Circuit.module.css';
import { useCircuitQuery, useCircuitsQuery } from './circuitApi';
import { SeenList } from './SeenList';
import { SharedCauseList } from './SharedCauseList';
import { type ChosenState, StatePicker } from './StatePicker';
import { useAnswer, useSolver } from './useSolver';

/** What is dead on a bus, what lives, and what could be the one cause of it, by its circuit. */
export function DeadTogetherPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  const { data: circuits, error: circuitsError, refetch } = useCircuitsQuery();
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}dead together`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {({ vehicle }) => (
          <Wait for={circuits} error={circuitsError} retry={refetch}>
            {(all) => (
              <OfLine jobId={jobId} circuitIds={all.filter(({ lines }) => lines.includes(vehicle.lineId ?? ''))} />
            )}
          </Wait>
        )}
      </Wait>
    </Page>
  );
}

interface OfLineProps {
  readonly jobId: string;
  readonly circuitIds: readonly { readonly circuitId: string; readonly name: string }[];
}

function OfLine({ jobId, circuitIds }: OfLineProps) {
  const [circuitId, setCircuitId] = useState(circuitIds[0]?.circuitId);
  const { data, error, refetch } = useCircuitQuery(circuitId ?? skipToken);
  if (circuitId === undefined)
    return <p>There is no circuit of this model yet. An author puts one into the library.</p>;
  return (
    <>
      {circuitIds.length > 1 && (
        <Select
          label="Circuit"
          size="md"
          mb="md"
          data={circuitIds.map(({ circuitId: value, name }) => ({ value, label: name }))}
          value={circuitId}
          onChange={(next) => next && setCircuitId(next)}
        />
      )}
      <Wait for={data} error={error} retry={refetch}>
        {({ circuit }) =>
          checkCircuit(circuit).some(({ severity }) => severity === 'error') ? (
            <Notice kind="tooCloseToCall" title="The circuit of this model cannot be computed yet.">
              <p>Its check finds errors. An author mends them in the library.</p>
            </Notice>
          ) : (
            <DeadTogether key={circuit.id} jobId={jobId} circuit={circuit} />
          )
        }
      </Wait>
    </>
  );
}

interface Noted {
  readonly states: readonly ChosenState[];
  readonly seen: readonly Seen[];
}

const nothingNoted: Noted = { states: [{ what: 'ignition', is: 'on' }], seen: [] };

const isNoted = (value: unknown): value is Noted =>
  typeof value === 'object' &&
  value !== null &&
  'seen' in value &&
  Array.isArray(value.seen) &&
  'states' in value &&
  Array.isArray(value.states);

function DeadTogether({ jobId, circuit }: { readonly jobId: string; readonly circuit: Circuit }) {
  const [noted, setNoted] = useKeptState(`dead together ${jobId} ${circuit.id}`, nothingNoted, isNoted);
  const { states, seen } = noted;
  const solver = useSolver();
  const see = useCallback(
    (of: string, isAlive: boolean | undefined) =>
      setNoted((last) => ({
        ...last,
        seen: [...last.seen.filter((one) => one.of !== of), ...(isAlive === undefined ? [] : [{ of, isAlive }])],
      })),
    [setNoted],
  );
  const ask = useMemo(
    () => (solver ? () => solver.deadTable(circuit, stateWhile(circuit, states)) : undefined),
    [solver, circuit, states],
  );
  const table = useAnswer(ask);
  const isAsked = seen.some(({ isAlive }) => !isAlive);
  const found = useMemo(() => (table && isAsked ? sharedCauses(table, seen) : undefined), [table, isAsked, seen]);
  return (
    <div className={classes.sides}>
      <div>
        <StatePicker
          circuit={circuit}
          chosen={states}
          hasApart={false}
          isOpen={false}
          onChange={(next) => setNoted((last) => ({ ...last, states: next }))}
        />
        <SeenList circuit={circuit} seen={seen} onSee={see} />
      </div>
      <div className={classes.result} aria-live="polite">
        {!isAsked && <p>Say what is dead, and what lives. What they share comes here.</p>}
        {isAsked && !found && <Waiting />}
        {found && <SharedCauseList circuit={circuit} found={found} />}
        {seen.length > 0 && (
          <Button variant="default" size="lg" mt="md" onClick={() => setNoted((last) => ({ ...last, seen: [] }))}>
            Begin anew
          </Button>
        )}
      </div>
    </div>
  );
}
