import { Button, NumberInput, Select } from '@mantine/core';
import type { Question, Stretch, StretchSum } from '@probe-trail/core/recording';
import { memo, useState } from 'react';
import { sayCount } from '../ui/sayCount';
import classes from './RecordingView.module.css';
import { sayLength } from './sayLength';
import type { OpenRecording } from './useRecording';

interface FindProps {
  readonly open: OpenRecording;
  readonly onShow: (fromMs: number, toMs: number) => void;
}

const kinds = [
  { value: 'outside', label: 'is outside' },
  { value: 'differs', label: 'differs by more than' },
  { value: 'stuck', label: 'is stuck for' },
  { value: 'dropsOutAlone', label: 'drops out alone' },
] as const;
type Kind = (typeof kinds)[number]['value'];

interface Asked {
  readonly kind: Kind;
  readonly a: string | null;
  readonly b: string | null;
  readonly least: number | undefined;
  readonly most: number | undefined;
}

const shownStretches = 50;

/** Finds where something is so: outside limits, apart from another, stuck, gone alone. */
export const FindPanel = memo(function FindPanel({ open, onShow }: FindProps) {
  const { channels, reader } = open;
  const [asked, setAsked] = useState<Asked>({
    kind: 'outside',
    a: channels[0]?.key ?? null,
    b: channels[1]?.key ?? null,
    least: undefined,
    most: undefined,
  });
  const [found, setFound] = useState<
    { readonly stretches: readonly Stretch[]; readonly sum: StretchSum } | undefined
  >();
  const change = (more: Partial<Asked>) => {
    setAsked((last) => ({ ...last, ...more }));
    setFound(undefined);
  };
  const question = questionOf(asked, open);
  const options = channels.map(({ key, name, unitName }) => ({ value: key, label: `${name}, ${unitName}` }));
  return (
    <section className={classes.find} aria-label="Find">
      <h2>Find where</h2>
      <form
        className={classes.fields}
        onSubmit={(event) => {
          event.preventDefault();
          if (question) void reader.find(question).then(setFound);
        }}
      >
        <Select label="Value" data={options} searchable value={asked.a} onChange={(a) => change({ a })} />
        <Select
          label="What"
          data={[...kinds]}
          value={asked.kind}
          onChange={(kind) => kind && change({ kind: kind as Kind })}
        />
        <Limits asked={asked} options={options} change={change} />
        <Button type="submit" size="md" disabled={!question}>
          Find
        </Button>
      </form>
      {found && <Found found={found} onShow={onShow} />}
    </section>
  );
});

interface LimitsProps {
  readonly asked: Asked;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly change: (more: Partial<Asked>) => void;
}

const numberOr = (value: string | number): number | undefined => (typeof value === 'number' ? value : undefined);

/** What the question needs beside the value. */
function Limits({ asked: { kind, b, least, most }, options, change }: LimitsProps) {
  const number = (label: string, value: number | undefined, onValue: (value: number | undefined) => void) => (
    <NumberInput label={label} size="md" value={value ?? ''} onChange={(next) => onValue(numberOr(next))} />
  );
  if (kind === 'outside')
    return (
      <>
        {number('Less than', least, (value) => change({ least: value }))}
        {number('More than', most, (value) => change({ most: value }))}
      </>
    );
  if (kind === 'differs')
    return (
      <>
        {number('By', most, (value) => change({ most: value }))}
        <Select label="From" data={[...options]} searchable value={b} onChange={(next) => change({ b: next })} />
      </>
    );
  if (kind === 'stuck') return number('Seconds', most, (value) => change({ most: value }));
  return <p className="soft">while the others like it are there</p>;
}

/** `undefined` while something is missing. */
function questionOf({ kind, a, b, least, most }: Asked, { channels }: OpenRecording): Question | undefined {
  if (a === null) return undefined;
  switch (kind) {
    case 'outside':
      return least === undefined && most === undefined ? undefined : { kind, a, min: least ?? null, max: most ?? null };
    case 'differs':
      return b === null || most === undefined ? undefined : { kind, a, b, moreThan: most };
    case 'stuck':
      return most === undefined ? undefined : { kind, a, forMs: most * 1000, whileMoves: null };
    case 'dropsOutAlone': {
      const chosen = channels.find(({ key }) => key === a);
      const like = channels.filter(
        ({ unit, name }) => unit === chosen?.unit && name.split(',')[0] === chosen.name.split(',')[0],
      );
      const others = like.map(({ key }) => key).filter((key) => key !== a);
      return others.length === 0 ? undefined : { kind, a, others };
    }
  }
}

interface FoundProps {
  readonly found: { readonly stretches: readonly Stretch[]; readonly sum: StretchSum };
  readonly onShow: FindProps['onShow'];
}

function Found({ found: { stretches, sum }, onShow }: FoundProps) {
  if (sum.count === 0) return <p role="status">Nowhere.</p>;
  const percent = (sum.share * 100).toFixed(sum.share < 0.1 ? 2 : 0);
  return (
    <>
      <p role="status">
        {sayCount(sum.count, 'time')}, {percent} % of all of it; the longest is {sayLength(sum.longestMs)}.
      </p>
      <ul className={classes.stretches}>
        {stretches.slice(0, shownStretches).map(({ fromMs, toMs }) => (
          <li key={fromMs}>
            <Button variant="default" onClick={() => onShow(fromMs, toMs)}>
              {sayLength(fromMs)}, for {sayLength(toMs - fromMs)}
            </Button>
          </li>
        ))}
      </ul>
      {stretches.length > shownStretches && <p>The first {shownStretches} are shown.</p>}
    </>
  );
}
