import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { CloseButton } from '@mantine/core';
import type { CardCheck } from '@probe-trail/core/library';
import { apartFrom, decimalsOf, isPossible, type LiveValue } from '@probe-trail/core/liveValue';
import { formatPlain } from '@probe-trail/core/reading';
import { IconGripVertical } from '@tabler/icons-react';
import { memo, useLayoutEffect, useMemo, useRef } from 'react';
import { deviceNowMs } from '../device/clock';
import { sayCount } from '../ui/sayCount';
import classes from './LivePage.module.css';
import type { LiveStore } from './liveStore';
import { DrawnTrace, traceMs } from './Trace';
import { useSeconds } from './useSeconds';
import { holdChecks, ValueChecks } from './ValueChecks';

interface TileProps {
  readonly value: LiveValue;
  readonly store: LiveStore;
  /** Keys of the values that measure the same at other places; none where there are too few. */
  readonly others: readonly string[];
  /** What part cards say that it should be. */
  readonly checks: readonly CardCheck[];
  /** The values of the board. */
  readonly byKey: ReadonlyMap<string, LiveValue>;
  readonly isFrozen: boolean;
  /** When in each second it is drawn. */
  readonly phaseMs: number;
  /** `undefined`: it cannot be taken off now. */
  readonly onRemove: ((key: string) => void) | undefined;
}

/** A value that stopped coming for so long is grey. */
const staleMs = 2000;

/**
 * One value: its number large, what it was since it was set back, the last minute behind it. The number changes with each that comes; all else is
 * drawn once a second, as nobody reads a mean ten times a second (benchmark “main thread meanwhile”).
 */
export const LiveTile = memo(function LiveTile(props: TileProps) {
  const { value, store, others, checks, byKey, isFrozen, phaseMs, onRemove } = props;
  const { key, name, unitName, unit } = value;
  // Each second it may be another, or have grown old.
  const second = useSeconds(phaseMs);
  const fresh = useMemo(() => shownOf(props), [value, store, others, checks, byKey, second]);
  const shown = useHeld(fresh, isFrozen);
  const say = (number: number) => number.toFixed(decimalsOf(value));
  const { last, statistics, atMs, apart, within } = shown;
  const isThere = last !== undefined && shown.isLastNewest && atMs - last.atMs <= staleMs;
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition } = useSortable({ id: key });
  return (
    <li
      ref={setNodeRef}
      className={classes.tile}
      data-there={isThere}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? '' }}
    >
      <header>
        <h2>{name}</h2>
        <small>{unitName}</small>
        {onRemove && (
          <button
            ref={setActivatorNodeRef}
            type="button"
            className={classes.grip}
            {...attributes}
            {...listeners}
            aria-label={`Move ${name}`}
          >
            <IconGripVertical size={20} />
          </button>
        )}
        {onRemove && (
          <CloseButton
            className={classes.close ?? ''}
            aria-label={`Remove ${name}`}
            size="lg"
            onClick={() => onRemove(key)}
          />
        )}
      </header>
      <p className={classes.number}>
        <LiveNumber value={value} store={store} isFrozen={isFrozen} /> <span>{unit}</span>
        {within !== undefined && within > 0 && <small> ±{formatPlain(Number(within.toPrecision(2)))}</small>}
      </p>
      <LastMinute store={store} valueKey={key} span={20 * Math.abs(value.scale)} isThere={isThere} toMs={atMs} />
      {statistics && (
        <dl className={classes.facts}>
          <Fact name="min" said={say(statistics.least)} />
          <Fact name="mean" said={say(statistics.mean)} />
          <Fact name="max" said={say(statistics.most)} />
          {apart !== undefined && isThere && <Fact name="apart" said={signed(say(apart))} />}
        </dl>
      )}
      {shown.checks.length > 0 && <ValueChecks checks={shown.checks} />}
      <p className={classes.state}>{sayState(shown, value, isThere)}</p>
    </li>
  );
});

interface MinuteProps {
  readonly store: LiveStore;
  readonly valueKey: string;
  readonly span: number;
  readonly isThere: boolean;
  /** Where it ends: it is drawn anew with each. */
  readonly toMs: number;
}

/** The trace moves on once a second: with each number it would draw a minute of all values ten times a second (benchmark “main thread meanwhile”). */
const LastMinute = memo(function LastMinute({ store, valueKey, span, isThere, toMs }: MinuteProps) {
  return (
    <DrawnTrace samples={store.seriesOf(valueKey).since(toMs - traceMs)} toMs={toMs} span={span} isThere={isThere} />
  );
});

/** A true minus, and a plus: it is a difference. */
function signed(said: string): string {
  if (Number(said) === 0) return said.replace('-', '');
  return said.startsWith('-') ? `−${said.slice(1)}` : `+${said}`;
}

const Fact = ({ name, said }: { readonly name: string; readonly said: string }) => (
  <div>
    <dt>{name}</dt>
    <dd>{said}</dd>
  </div>
);

interface NumberProps {
  readonly value: LiveValue;
  readonly store: LiveStore;
  readonly isFrozen: boolean;
}

/** The number as it comes. It is written into the page by itself: forty of them ten times a second are no work for React. */
const LiveNumber = memo(function LiveNumber({ value, store, isFrozen }: NumberProps) {
  const place = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    if (isFrozen) return;
    let version: number | undefined;
    const write = () => {
      const now = store.versionOf(value.key);
      if (now === version || !place.current) return;
      version = now;
      const last = store.seriesOf(value.key).last();
      const said = last ? last.value.toFixed(decimalsOf(value)) : '–';
      if (place.current.textContent !== said) place.current.textContent = said;
    };
    write();
    return store.subscribe(write);
  }, [value, store, isFrozen]);
  return <b ref={place}>–</b>;
});

/** What `fresh` gives, or what stood there when it was told to stand still. */
function useHeld<T>(fresh: T, isHeld: boolean): T {
  const held = useRef(fresh);
  useLayoutEffect(() => {
    if (!isHeld) held.current = fresh;
  });
  return isHeld ? held.current : fresh;
}

/** All that a tile says at one moment. */
function shownOf({ value: { key, unitId }, store, others, checks, byKey }: TileProps) {
  const series = store.seriesOf(key);
  const atMs = deviceNowMs();
  const last = series.last();
  return {
    atMs,
    last,
    isLastNewest: last !== undefined && series.newest()?.atMs === last.atMs,
    statistics: series.statistics(),
    apart:
      last &&
      apartFrom(
        last.value,
        others.flatMap((other) => store.seriesOf(other).newest()?.value ?? []),
      ),
    losses: series.losses(),
    within: store.uncertaintyOf(key),
    nothing: store.sayNothing(unitId),
    checks: holdChecks(checks, byKey, store, atMs),
  };
}

function sayState(
  { last, losses, atMs, nothing }: ReturnType<typeof shownOf>,
  value: LiveValue,
  isThere: boolean,
): string {
  const lost = losses > 0 ? `dropped out ${sayCount(losses, 'time')}` : '';
  if (last && isThere)
    return isPossible(last.value, value) ? lost : `outside ${value.least} to ${value.most} ${value.unit}`;
  const howLong = last ? `for ${Math.max(1, Math.round((atMs - last.atMs) / 1000))} s` : '';
  const said = nothing === undefined ? `no value ${howLong}` : `${value.unitName}: ${nothing} ${howLong}`;
  return [said.trim(), lost].filter((part) => part !== '').join('; ');
}
