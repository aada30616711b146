import { Button, Slider } from '@mantine/core';
import { type Actuator, followed, isSwitch, responseOf, sayCondition, withinRange } from '@probe-trail/core/actuator';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import { formatPlain } from '@probe-trail/core/reading';
import type { Line } from '@probe-trail/core/vehicle';
import { useMemo, useState, useSyncExternalStore } from 'react';
import { deviceNowMs } from '../device/clock';
import { CommittedInput } from '../fields/CommittedInput';
import { parseLimit } from '../fields/parseFields';
import { Trace } from '../live/Trace';
import { Notice } from '../spec/Notice';
import classes from './Actuator.module.css';
import { HoldKey } from './HoldKey';
import { RunHead } from './RunHead';
import type { ActuatorRun } from './useActuatorRun';

interface PanelProps {
  readonly jobId: string;
  readonly line: Line;
  readonly actuator: Actuator;
  readonly run: ActuatorRun;
  /** The command; `undefined`: the rows of a sweep set it, and show what comes of it. */
  readonly command: number | undefined;
  readonly onCommand?: (command: number) => void;
  /** Vehicle states that are confirmed already. */
  readonly known: Readonly<Record<string, string>>;
  /** What runs when the key is pressed, where it is not the command that is shown. */
  readonly startsAt?: number;
}

/** Runs an actuator: what must be so before, its command, its key, and what it does. */
export function ActuatorPanel({ jobId, line, actuator, run, command, onCommand, known, startsAt }: PanelProps) {
  const { needs = [], onlyWhile = [], mayStay, longestSeconds, name, unitName } = actuator;
  const [isConfirmed, setIsConfirmed] = useState(false);
  const values = useMemo(() => new Map(liveValuesOf(line).map((value) => [value.key, value])), [line]);
  const nameOf = (key: string) => values.get(key) ?? { name: key, unit: '' };
  const open = needs.filter(({ what, is }) => known[what] !== is);
  const first = startsAt ?? command ?? actuator.most;
  return (
    <section className={classes.panel} aria-label={name}>
      <RunHead
        jobId={jobId}
        name={name}
        unitName={unitName}
        open={open}
        isConfirmed={isConfirmed}
        onConfirm={setIsConfirmed}
      />
      <div className={classes.run}>
        <HoldKey
          run={run}
          command={first}
          mayStay={mayStay}
          disabled={open.length > 0 && !isConfirmed}
          name={
            isSwitch(actuator) || command === undefined ? name : `${name} at ${formatPlain(first)} ${actuator.unit}`
          }
        />
        {command !== undefined && onCommand && !isSwitch(actuator) && (
          <CommandField actuator={actuator} command={command} onCommand={onCommand} />
        )}
      </div>
      <p className={classes.checked}>
        {onlyWhile.length > 0 &&
          `Checked before and while it runs: ${onlyWhile.map((one) => sayCondition(one, nameOf)).join(', ')}. `}
        It stops by itself after {longestSeconds} s.
      </p>
      <Ended run={run} />
      {command !== undefined && <Effects actuator={actuator} values={values} run={run} />}
    </section>
  );
}

interface CommandProps {
  readonly actuator: Actuator;
  readonly command: number;
  readonly onCommand: (command: number) => void;
}

/** By its slider, in steps, or as a number. */
function CommandField({ actuator, command, onCommand }: CommandProps) {
  const { least, most, unit } = actuator;
  const step = (most - least) / 10;
  const to = (next: number) => onCommand(withinRange(Number(next.toPrecision(6)), actuator));
  return (
    <div className={classes.command}>
      <Button size="lg" variant="default" aria-label="Less" onClick={() => to(command - step)}>
        −
      </Button>
      <Slider
        size="xl"
        min={least}
        max={most}
        step={(most - least) / 100}
        value={command}
        label={null}
        thumbLabel="Command"
        onChange={to}
      />
      <Button size="lg" variant="default" aria-label="More" onClick={() => to(command + step)}>
        +
      </Button>
      <CommittedInput
        aria-label={`Command in ${unit}`}
        size="lg"
        w={110}
        inputMode="decimal"
        value={formatPlain(command)}
        parse={parseLimit(unit)}
        onCommit={to}
        rightSection={<span className="soft">{unit}</span>}
      />
    </div>
  );
}

/** How the last run ended, where there is more to say than that the key was let go. */
function Ended({ run: { end, span } }: { readonly run: ActuatorRun }) {
  if (!end) return null;
  if (!end.isConfirmed)
    return (
      <Notice kind="outOfSpec" title="The stop is not confirmed">
        <p>
          {end.because ?? 'The unit has not said that it has its actuator back. Look at it; switch the ignition off.'}
        </p>
      </Notice>
    );
  if (end.because !== null) return <Notice kind="tooCloseToCall" title={end.because} />;
  return span ? <p role="status">Stopped, and confirmed by the unit.</p> : null;
}

interface EffectsProps {
  readonly actuator: Actuator;
  readonly values: ReadonlyMap<string, LiveValue>;
  readonly run: ActuatorRun;
}

// From a little before it began to run; of a long run its end.
const beforeMs = 3000;
const mostReachMs = 120_000;

/** What was commanded and what came of it, in one picture with a sentence. */
function Effects({ actuator: { effects = [] }, values, run: { store, span } }: EffectsProps) {
  useSyncExternalStore(store.subscribe, () => effects.map(({ value }) => store.versionOf(value)).join());
  if (effects.length === 0 || !span) return null;
  const toMs = span.toMs ?? deviceNowMs();
  const reachMs = Math.min(mostReachMs, toMs - span.fromMs + beforeMs);
  const all = effects.map((effect) => followed(effect, store.seriesOf(effect.value).since(0), span.fromMs, toMs));
  const { kind, says } = responseOf(all, (key) => values.get(key) ?? { name: key, unit: '' });
  return (
    <figure className={classes.effects}>
      {effects.map(({ value: key }) => {
        const value = values.get(key);
        return (
          value && (
            <div key={key} className={classes.effect}>
              <span>{value.name}</span>
              <Trace
                samples={store.seriesOf(key).since(toMs - reachMs)}
                toMs={toMs}
                reachMs={reachMs}
                span={20 * Math.abs(value.scale)}
                mark={span.fromMs}
              />
            </div>
          )
        );
      })}
      <figcaption data-kind={kind} role="status">
        {says}
      </figcaption>
    </figure>
  );
}
