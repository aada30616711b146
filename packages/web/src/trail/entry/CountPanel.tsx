import { Button, Group } from '@mantine/core';
import { type CountSpec, sayCounted } from '@probe-trail/core/spec';
import classes from './CountPanel.module.css';
import { type ReadingProps, recordReading } from './recordReading';
import { useCounter } from './useCounter';
import { useWatchedLosses } from './useWatchedLosses';
import { VerdictPanel } from './VerdictPanel';

interface PanelProps extends ReadingProps {
  readonly spec: CountSpec;
}

const none: readonly string[] = [];

/** A big place to tap at every event, a running clock, and a sound: for eyes and hands that are at the harness. */
export function CountPanel({ spec, ...props }: PanelProps) {
  const { open, step, reading, isDue, onAgain } = props;
  const counter = useCounter(props, spec);
  const watch = useWatchedLosses(open.trail, isDue ? reading.watches : none, counter.lose);
  const recorded = isDue ? undefined : open.trail.taken[reading.id];
  const { judged, counted, section, seconds, isRunning } = counter;
  const left = Math.max(0, Math.ceil(spec.inSeconds - seconds));
  const record = () => {
    const entry = watch.isOn ? { ...counter.entry, watched: [...reading.watches] } : counter.entry;
    if (recordReading(props)(entry)) counter.clear();
  };
  if (recorded)
    return (
      <section className={classes.count} aria-label={reading.name || step.title}>
        <VerdictPanel judged={recorded} policy={open.trail.plan.tooClose} />
        <Button variant="default" size="lg" onClick={onAgain}>
          Count again
        </Button>
      </section>
    );
  return (
    <section className={classes.count} aria-label={reading.name || step.title}>
      <Sections spec={spec} counter={counter} />
      {watch.said !== undefined && <p className={classes.watch}>{watch.said}</p>}
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
              ? watch.isOn
                ? `the watch counts the ${spec.what || 'events'}; tap at those that it misses`
                : `tap at each of the ${spec.what || 'events'}`
              : seconds === 0
                ? 'Start the clock'
                : seconds < spec.inSeconds
                  ? 'Go on'
                  : 'The time is up'}
          </span>
          <span className="mono">{left} s left</span>
        </button>
      </div>
      <div className={classes.row}>
        <VerdictPanel
          judged={judged.ok ? judged.value : undefined}
          policy={open.trail.plan.tooClose}
          typedReading={{ text: sayCounted(spec, counted), judged }}
        />
        <Group>
          <Button variant="default" size="lg" disabled={counted.seconds === 0} onClick={counter.clear}>
            Start over
          </Button>
          <Button variant="default" size="lg" disabled={counter.isSilent} onClick={counter.takeBack}>
            Minus one
          </Button>
          <Button size="xl" mih={64} disabled={!judged.ok} onClick={record}>
            Record
          </Button>
        </Group>
      </div>
    </section>
  );
}

interface SectionsProps {
  readonly spec: CountSpec;
  readonly counter: ReturnType<typeof useCounter>;
}

/** The sections of the harness, of which one is moved at a time. */
function Sections({ spec, counter }: SectionsProps) {
  const { counted, section } = counter;
  if (spec.sections.length === 0) return null;
  return (
    <fieldset className={classes.sections}>
      <legend>Moving now</legend>
      {spec.sections.map(({ id, name }, index) => (
        <button
          key={id}
          type="button"
          aria-pressed={index === section}
          data-done={counter.isDone(index) || undefined}
          onClick={() => counter.setSection(index)}
        >
          {name || id} <b className="mono">{counted.counts[index] ?? 0}</b>
          {counter.isDone(index) && <small>moved</small>}
        </button>
      ))}
    </fieldset>
  );
}
