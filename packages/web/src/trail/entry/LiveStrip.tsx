import { Button } from '@mantine/core';
import { isPossible, sayLiveNumber, sayWindow } from '@probe-trail/core/liveValue';
import { Trace } from '../../live/Trace';
import classes from './LiveStrip.module.css';
import type { LiveWindow, LiveWindows } from './useLiveWindows';

interface StripProps {
  readonly live: LiveWindows;
  readonly window: Parameters<typeof sayWindow>[0];
  /** What each value is called here; its own name where nothing is given. */
  readonly names?: readonly string[];
  readonly label: string;
  /** `undefined`: it cannot be taken now. */
  readonly onTake: (() => void) | undefined;
}

/** What the vehicle tells for a reading just now, and the key that takes it. Typing by hand goes on beside it. */
export function LiveStrip({ live: { windows, problem, atMs }, window, names, label, onTake }: StripProps) {
  return (
    <section className={classes.strip} aria-label="From the vehicle">
      {problem !== undefined ? (
        <p className={classes.problem}>{problem}</p>
      ) : (
        <ul className={classes.values}>
          {windows.map((one, index) => (
            <LiveNow key={one.value.key} one={one} name={names?.[index]} window={window} atMs={atMs} />
          ))}
        </ul>
      )}
      <Button size="lg" mih={56} disabled={!onTake} onClick={onTake} {...keepFocus}>
        {label}
      </Button>
    </section>
  );
}

// A tap on the key must not take the caret out of the field.
export const keepFocus = { onMouseDown: (event: { preventDefault: () => void }) => event.preventDefault() };

interface NowProps {
  readonly one: LiveWindow;
  readonly name: string | undefined;
  readonly window: StripProps['window'];
  readonly atMs: number;
}

function LiveNow({ one: { value, samples, over, nothing }, name, window, atMs }: NowProps) {
  const shown = over.kind === 'ready' ? sayLiveNumber(over.value, value, window) : '–';
  return (
    <li className={classes.value} data-there={over.kind !== 'missing'}>
      <span className={classes.name}>
        {name ?? value.name}
        {name === undefined && <span className={classes.unit}>, {value.unitName}</span>}
        <small>{stateOf()}</small>
      </span>
      <b>{shown}</b>
      {name === undefined && <Trace samples={samples} toMs={atMs} reachMs={10_000} span={20 * Math.abs(value.scale)} />}
    </li>
  );

  function stateOf(): string {
    if (over.kind === 'waits') return `${sayWindow(window)}: ${over.seconds} s to go`;
    if (over.kind === 'missing') return nothing ?? (samples.length === 0 ? 'asking' : 'no value now');
    if (!isPossible(over.value, value)) return `outside ${value.least} to ${value.most} ${value.unit}`;
    return over.losses > 0 ? `${sayWindow(window)}, dropped out ${over.losses} ×` : sayWindow(window);
  }
}
