import { Button } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { type Circuit, sayFault } from '@probe-trail/core/circuit';
import { askOfStep, type CircuitAsk, type FaultSeen, type ReadingByCircuit } from '@probe-trail/core/circuitReading';
import type { Step, StepReading } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import type { Result } from '@probe-trail/core/result';
import { isFixed } from '@probe-trail/core/spec';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { useCircuitQuery, useCircuitsQuery } from '../../circuit/circuitApi';
import { useAnswer, useSolver } from '../../circuit/useSolver';
import { Waiting } from '../../ui/Waiting';
import { useLinesQuery } from '../../vehicle/vehicleApi';
import { useDraft } from '../draft/editorContext';
import classes from '../fields/editorFields.module.css';

interface ByCircuitProps {
  readonly stepId: string;
  readonly reading: StepReading;
}

/** What the circuit of the plan’s model says of a reading and of its limits. */
export function ByCircuit({ stepId, reading }: ByCircuitProps) {
  const lines = useDraft(({ appliesTo }) => appliesTo.lines);
  const step = useDraft(({ steps }) => steps.find(({ id }) => id === stepId));
  const { data: known = [] } = useLinesQuery();
  const { data: circuits = [] } = useCircuitsQuery();
  const [isAsked, setAsked] = useState(false);
  const lineIds = known.flatMap(({ id, name }) => (lines.includes(name) ? [id] : []));
  const info = circuits.find((one) => one.lines.some((line) => lineIds.includes(line)));
  const { data } = useCircuitQuery(isAsked && info ? info.circuitId : skipToken);
  if (!info || !step || !isFixed(reading.spec)) return null;
  if (!isAsked)
    return (
      <Button variant="subtle" onClick={() => setAsked(true)}>
        What should it show, by the circuit?
      </Button>
    );
  return data ? <Asked circuit={data.circuit} step={step} reading={reading} /> : <Waiting />;
}

interface AskedProps {
  readonly circuit: Circuit;
  readonly step: Step;
  readonly reading: StepReading;
}

// It takes a second or two: while the step is being written, it waits.
const restMs = 600;

function Asked({ circuit, step, reading }: AskedProps) {
  const solver = useSolver();
  const asked = askOfStep(circuit, step, reading);
  // With each letter the step is another one; what is asked of the circuit seldom is.
  const [key] = useDebouncedValue(asked.ok ? keyOf(asked.value) : '', restMs);
  const ask = useMemo(() => {
    const now = askOfStep(circuit, step, reading);
    return solver && now.ok ? () => solver.readingByCircuit(circuit, now.value) : undefined;
  }, [solver, circuit, key]);
  const found = useAnswer<Result<ReadingByCircuit, string>>(ask);
  if (!asked.ok) return <p className="soft">{asked.problem}</p>;
  if (!found) return <Waiting />;
  if (!found.ok) return <p className="soft">{found.problem}</p>;
  return (
    <section className={classes.more} aria-label="By the circuit">
      {asked.value.notKnown.length > 0 && (
        <p className="soft">{`The circuit says nothing of ${asked.value.notKnown.join(', ')}.`}</p>
      )}
      <Said circuit={circuit} unit={asked.value.spec.unit} found={found.value} />
    </section>
  );
}

const keyOf = ({ probing, setting: { state }, spec }: CircuitAsk): string =>
  JSON.stringify([probing, [...state.dials], [...state.apart], spec]);

interface SaidProps {
  readonly circuit: Circuit;
  readonly unit: string;
  readonly found: ReadingByCircuit;
}

function Said({ circuit, unit, found: { healthy, band, failedShare, found, missed } }: SaidProps) {
  return (
    <>
      <p>
        <b>{`By the circuit: ${say(healthy)} ${unit}`}</b>
        {`, ${sayBand(band, unit)}. `}
        {failedShare === 0
          ? 'No healthy vehicle is out of these limits.'
          : `Too tight: ${Math.ceil(100 * failedShare)} % of healthy vehicles would be out of these limits.`}
      </p>
      <Faults circuit={circuit} unit={unit} title="Too wide: moves it, and stays in spec" faults={missed} />
      <Faults circuit={circuit} unit={unit} title="Out of spec with" faults={found} />
    </>
  );
}

interface FaultsProps {
  readonly circuit: Circuit;
  readonly unit: string;
  readonly title: string;
  readonly faults: readonly FaultSeen[];
}

function Faults({ circuit, unit, title, faults }: FaultsProps) {
  if (faults.length === 0) return null;
  return (
    <details>
      <summary>{`${title}: ${faults.length}`}</summary>
      <ul>
        {faults.map(({ fault, value }) => (
          <li key={JSON.stringify(fault)}>
            {`${sayFault(circuit, fault)}: ${Number.isFinite(value) ? `${say(value)} ${unit}` : 'OL'}`}
          </li>
        ))}
      </ul>
    </details>
  );
}

const sayBand = ({ least, most }: ReadingByCircuit['band'], unit: string): string =>
  say(least) === say(most) ? 'on all healthy vehicles' : `${say(least)} to ${say(most)} ${unit} on healthy vehicles`;

const say = (value: number): string => formatPlain(Number(value.toPrecision(4)));
