import { Button, SegmentedControl, Select } from '@mantine/core';
import {
  type Circuit,
  checkCircuit,
  type Fault,
  faultId,
  faultsOf,
  type PointAt,
  type Probing,
  pointsOf,
  sayBranch,
  sayFault,
  sayReading,
  stateWhile,
} from '@probe-trail/core/circuit';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { saveFile } from '../ui/saveFile';
import { Waiting } from '../ui/Waiting';
import classes from './Circuit.module.css';
import { useCircuitQuery } from './circuitApi';
import { type ChosenState, StatePicker } from './StatePicker';
import { useAnswer, useSolver } from './useSolver';

/** A circuit of the library: a meter that can be put to it, in any state and with any fault, and what is wrong with the circuit itself. */
export function CircuitPage() {
  const { circuitId = '' } = useParams();
  const { data, error, refetch } = useCircuitQuery(circuitId);
  return (
    <Page
      title={data?.name ?? 'Circuit'}
      actions={
        <>
          {data && (
            <Button
              variant="default"
              onClick={() =>
                saveFile(
                  new Blob([JSON.stringify(data.circuit, null, 2)], { type: 'application/json' }),
                  `${circuitId}.circuit.json`,
                )
              }
            >
              Export
            </Button>
          )}
          <Button variant="default" component={Link} to="/library?part=circuits">
            To the library
          </Button>
        </>
      }
    >
      <Wait for={data} error={error} retry={refetch}>
        {({ circuit }) => <Bench circuit={circuit} />}
      </Wait>
    </Page>
  );
}

const kinds = { volts: 'Volts', light: 'Test light', ohms: 'Ohms', amps: 'Amps' } as const;
type Kind = keyof typeof kinds;

function Bench({ circuit }: { readonly circuit: Circuit }) {
  const findings = useMemo(() => checkCircuit(circuit), [circuit]);
  const hasErrors = findings.some(({ severity }) => severity === 'error');
  return (
    <>
      {!hasErrors && <Meter circuit={circuit} />}
      <section aria-label="Findings">
        <h2>What the check says</h2>
        {findings.length === 0 ? (
          <p>Nothing is wrong with it.</p>
        ) : (
          <ul>
            {findings.map(({ text }) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        )}
      </section>
    </>
  );
}

const startStates: readonly ChosenState[] = [{ what: 'ignition', is: 'on' }];

function Meter({ circuit }: { readonly circuit: Circuit }) {
  const [states, setStates] = useState(startStates);
  const [kind, setKind] = useState<Kind>('volts');
  const [red, setRed] = useState<string | null>(null);
  const [black, setBlack] = useState<string | null>(null);
  const [of, setOf] = useState<string | null>(null);
  const [faultName, setFaultName] = useState<string | null>(null);
  const points = useMemo(() => placesOf(circuit), [circuit]);
  const faults = useMemo(() => new Map(faultsOf(circuit).map((fault) => [faultId(fault), fault] as const)), [circuit]);
  const fault = faultName === null ? undefined : faults.get(faultName);
  const probing = probingOf(points, kind, { red, black, of });
  const shown = useShown(circuit, states, probing, fault);
  const pointOptions = useMemo(() => [...points.keys()], [points]);
  return (
    <section aria-label="A meter">
      <StatePicker circuit={circuit} chosen={states} onChange={setStates} hasApart isOpen />
      <SegmentedControl
        size="md"
        aria-label="What is measured"
        value={kind}
        onChange={(value) => setKind(value as Kind)}
        data={Object.entries(kinds).map(([value, label]) => ({ value, label }))}
      />
      <div className={classes.leads}>
        {kind === 'amps' ? (
          <Select {...listed} label="Clamp around" data={branchOptions(circuit)} value={of} onChange={setOf} />
        ) : (
          <>
            <Select {...listed} label="Red lead at" data={pointOptions} value={red} onChange={setRed} />
            <Select {...listed} label="Black lead at" data={pointOptions} value={black} onChange={setBlack} />
          </>
        )}
        <Select
          {...listed}
          label="With a fault"
          placeholder="none: all is well"
          data={[...faults].map(([value, one]) => ({ value, label: sayFault(circuit, one) }))}
          value={faultName}
          onChange={setFaultName}
        />
      </div>
      <div aria-live="polite">
        {!probing && <p>Choose where the leads are.</p>}
        {probing && !shown && <Waiting />}
        {shown && (
          <>
            <p className={classes.reading}>{shown.now}</p>
            {shown.healthy !== undefined && <p>{`When all is well: ${shown.healthy}`}</p>}
          </>
        )}
      </div>
    </section>
  );
}

const listed = { size: 'md', searchable: true, clearable: true, limit: 60 } as const;

/** All points by what they are called: places first, then both sides of each pin that has two. */
function placesOf(circuit: Circuit): ReadonlyMap<string, PointAt> {
  const named = circuit.places.map(({ name, point, side }): readonly [string, PointAt] => [name, { point, side }]);
  const points = [...pointsOf(circuit).kindOf].flatMap(([point, { kind }]): readonly (readonly [string, PointAt])[] => [
    [point, { point, side: 'harness' }],
    ...(kind === 'pin' ? [[`${point}, on the part`, { point, side: 'part' }] as const] : []),
  ]);
  return new Map([...named, ...points]);
}

const branchOptions = (circuit: Circuit) =>
  [...circuit.components, ...circuit.wires].map(({ id }) => ({ value: id, label: sayBranch(circuit, id) }));

interface Leads {
  readonly red: string | null;
  readonly black: string | null;
  readonly of: string | null;
}

function probingOf(points: ReadonlyMap<string, PointAt>, kind: Kind, leads: Leads): Probing | undefined {
  if (kind === 'amps') return leads.of === null ? undefined : { kind, of: leads.of };
  const [red, black] = [points.get(leads.red ?? ''), points.get(leads.black ?? '')];
  if (!red || !black) return undefined;
  if (kind === 'ohms') return { kind, red, black };
  return { kind: 'volts', red, black, with: kind === 'light' ? 'testLight' : 'meter' };
}

interface Shown {
  readonly now: string;
  readonly healthy: string | undefined;
}

function useShown(
  circuit: Circuit,
  states: readonly ChosenState[],
  probing: Probing | undefined,
  fault: Fault | undefined,
): Shown | undefined {
  const solver = useSolver();
  // The probing is made anew with each drawing; what it says is what counts.
  const asked = JSON.stringify(probing);
  const ask = useMemo(() => {
    if (!solver || !probing) return undefined;
    return async (): Promise<Shown> => {
      const state = stateWhile(circuit, states);
      const now = await solver.measure(circuit, state, probing, fault);
      const healthy = fault && (await solver.measure(circuit, state, probing, undefined));
      return { now: sayReading(now), healthy: healthy && sayReading(healthy) };
    };
  }, [solver, circuit, states, asked, fault]);
  return useAnswer(ask);
}
