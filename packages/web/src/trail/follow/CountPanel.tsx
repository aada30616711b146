import { Button, Group } from '@mantine/core';
import { type CountSpec, sayCount } from '@probe-trail/core/spec';
import { useState } from 'react';
import classes from './CountPanel.module.css';
import { type ReadingProps, recordReading } from './recordReading';
import { useCounter } from './useCounter';
import { VerdictPanel } from './VerdictPanel';

interface PanelProps extends ReadingProps {
  readonly spec: CountSpec;
}

/** A big place to tap at every event, a running clock, and a sound: for eyes and hands that are at the harness. */
export function CountPanel({ spec, ...props }: PanelProps) {
  const { open, step, reading, isDue, onAgain } = props;
  const counter = useCounter(props, spec);
  const [refusal, setRefusal] = useState<string | undefined>();
  const recorded = isDue ? undefined : open.trail.taken[reading.id];
  const { judged, counted, section, seconds, isRunning } = counter;
  const left = Math.max(0, Math.ceil(spec.inSeconds - seconds));
  const record = () => {
    const says = recordReading(props)({ kind: 'counted', counts: [...counted.counts], seconds });
    setRefusal(says);
    if (says === undefined) counter.clear();
  };
  if (recorded)
    return (
      <section className={classes.count} aria-label={reading.name || step.title}>
        <VerdictPanel judged={recorded} policy={open.plan.tooClose} />
        <Button variant="default" size="lg" onClick={onAgain}>
          Count again
        </Button>
      </section>
    );
  return (
    <section className={classes.count} aria-label={reading.name || step.title}>
      {spec.sections.length > 0 && (
        <fieldset className={classes.sections}>
          <legend>Moving now</legend>
          {spec.sections.map(({ id, name }, index) => (
            <button key={id} type="button" aria-pressed={index === section} onClick={() => counter.setSection(index)}>
              {name || id} <b className="mono">{counted.counts[index] ?? 0}</b>
            </button>
          ))}
        </fieldset>
      )}
      {/* A box in the grid's item: a tap lays out nothing else. */}
      <div>
        <button
          type="button"
          className={classes.tap}
          data-running={isRunning || undefined}
          // It counts as the finger comes down, not as it goes up; a key presses without a pointer.
          onPointerDown={({ button }) => button === 0 && counter.tap()}
          onClick={({ detail }) => (isRunning ? detail === 0 && counter.tap() : counter.start())}
        >
          <b className="mono">{counted.counts[section] ?? 0}</b>
          <span>
            {isRunning
              ? `tap at each of the ${spec.what || 'events'}`
              : seconds === 0
                ? 'Start the clock'
                : 'The time is up'}
          </span>
          <span className="mono">{left} s left</span>
        </button>
      </div>
      <div className={classes.row}>
        <VerdictPanel
          judged={judged.ok ? judged.value : undefined}
          policy={open.plan.tooClose}
          typedReading={{ text: sayCount(spec, { ...counted, seconds }), judged, refusal }}
        />
        <Group>
          <Button variant="default" size="lg" disabled={seconds === 0} onClick={counter.clear}>
            Begin anew
          </Button>
          <Button variant="default" size="lg" disabled={counter.isSilent} onClick={counter.takeBack}>
            One less
          </Button>
          <Button size="xl" mih={64} disabled={!judged.ok} onClick={record}>
            Record
          </Button>
        </Group>
      </div>
    </section>
  );
}
