import { Button, SegmentedControl, Switch, TextInput } from '@mantine/core';
import { type Readiness, readinessOf, sayReadiness, systemVoltageDoubt } from '@probe-trail/core/job';
import type { Doubt } from '@probe-trail/core/spec';
import { type FormEvent, useState } from 'react';
import { useMay } from '../session/sessionApi';
import { DoubtQuestion } from '../spec/DoubtQuestion';
import { VerdictMark } from '../spec/VerdictMark';
import type { MarkKind } from '../spec/verdictLook';
import classes from './ReadinessStrip.module.css';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

const markOfReadiness = {
  notMeasured: 'open',
  good: 'inSpec',
  low: 'outOfSpec',
  falling: 'tooCloseToCall',
} as const satisfies Record<Readiness['kind'], MarkKind>;

/** The supply that every later test stands on: the voltage with its limit, and the charger. */
export function ReadinessStrip({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note } = useRecording(record);
  const mayMeasure = useMay('workOnJobs');
  const readiness = readinessOf(job);
  return (
    <section className={classes.strip} aria-label="Readiness" data-readiness={readiness.kind}>
      <div className={classes.text}>
        <VerdictMark kind={markOfReadiness[readiness.kind]} />
        <p>{sayReadiness(readiness)}</p>
      </div>
      {mayMeasure && (
        <div className={classes.measure}>
          <VoltageForm onMeasured={(text, engine) => note({ kind: 'voltageMeasured', text, engine })} />
          <Switch
            size="lg"
            label="charger connected"
            checked={job.isChargerConnected}
            onChange={(event) => void note({ kind: 'chargerSet', isConnected: event.currentTarget.checked })}
          />
        </div>
      )}
    </section>
  );
}

interface VoltageProps {
  readonly onMeasured: (text: string, engine: 'off' | 'running') => Promise<boolean>;
}

function VoltageForm({ onMeasured }: VoltageProps) {
  const [text, setText] = useState('');
  const [engine, setEngine] = useState<'off' | 'running'>('off');
  const [asked, setAsked] = useState<{ readonly doubt: Doubt; readonly asTyped: string } | undefined>();
  const keep = async (volts: string) => {
    setAsked(undefined);
    if (await onMeasured(volts, engine)) setText('');
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const doubt = systemVoltageDoubt(text);
    if (doubt) setAsked(doubt);
    else await keep(text);
  };
  return (
    <form className={classes.form} onSubmit={(event) => void submit(event)}>
      {asked && (
        <DoubtQuestion
          {...asked}
          onAsTyped={() => void keep(text)}
          onSlip={(volts) => void keep(volts)}
          onAgain={() => {
            setAsked(undefined);
            setText('');
          }}
        />
      )}
      <TextInput
        aria-label="System voltage"
        placeholder="12.4"
        size="lg"
        className={classes.volts}
        inputMode="decimal"
        rightSection="V"
        value={text}
        onChange={(event) => {
          setText(event.currentTarget.value);
          setAsked(undefined);
        }}
      />
      <SegmentedControl
        size="md"
        aria-label="Engine"
        value={engine}
        data={[
          { value: 'off', label: 'engine off' },
          { value: 'running', label: 'running' },
        ]}
        onChange={(value) => setEngine(value === 'running' ? 'running' : 'off')}
      />
      <Button type="submit" variant="default" disabled={text.trim() === ''}>
        Record
      </Button>
    </form>
  );
}
