import { Button, SegmentedControl, Switch, TextInput } from '@mantine/core';
import { type Readiness, readinessOf, sayReadiness } from '@probe-trail/core/job';
import { type FormEvent, useState } from 'react';
import { useMay } from '../person/sessionApi';
import { VerdictMark } from '../ui/VerdictMark';
import type { MarkKind } from '../ui/verdictLook';
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
  const { note, problem } = useRecording(record);
  const mayMeasure = useMay('workOnJobs');
  const readiness = readinessOf(job);
  return (
    <section className={classes.strip} aria-label="Readiness" data-readiness={readiness.kind}>
      <div className={classes.says}>
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
      {problem !== undefined && <p className={classes.problem}>{problem}</p>}
    </section>
  );
}

interface VoltageProps {
  readonly onMeasured: (text: string, engine: 'off' | 'running') => Promise<boolean>;
}

function VoltageForm({ onMeasured }: VoltageProps) {
  const [text, setText] = useState('');
  const [engine, setEngine] = useState<'off' | 'running'>('off');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (await onMeasured(text, engine)) setText('');
  };
  return (
    <form className={classes.form} onSubmit={(event) => void submit(event)}>
      <TextInput
        aria-label="System voltage"
        placeholder="12.4"
        size="lg"
        className={classes.volts}
        inputMode="decimal"
        rightSection="V"
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
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
