import { Button, Group, Select } from '@mantine/core';
import { channelsFor, sayMeasure } from '@probe-trail/core/captureReading';
import type { Step, StepReading } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { isSeries } from '@probe-trail/core/spec';
import { type JudgedEntry, measuringContextOf, rowNames, sayTaken } from '@probe-trail/core/trail';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { CapturePicture } from '../../../recording/CapturePicture';
import type { ChosenFor } from '../../../recording/captureFor';
import { sourcesOf } from '../../../recording/sourcesOf';
import { useRecording } from '../../../recording/useRecording';
import { Notice } from '../../../spec/Notice';
import { VerdictMark } from '../../../spec/VerdictMark';
import { verdictLook } from '../../../spec/verdictLook';
import type { OpenTrail } from '../../log/useTrail';
import type { Kit } from '../useKit';
import { VerdictPanel } from '../VerdictPanel';
import { MarkersOf } from './MarkersOf';
import classes from './StepCapture.module.css';
import { TakeScope } from './TakeScope';
import { useCapturesOfJob } from './useCapturesOfJob';
import {
  type ChosenCapture,
  judgedFrom,
  type MarkersByHand,
  placeOfMarkers,
  useTakenCaptures,
} from './useTakenCaptures';

interface CaptureProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly kit: Kit;
  readonly jobId: string;
  /** The readings of the step that are measured on captures and not recorded yet. */
  readonly readings: readonly StepReading[];
  readonly chosen: ChosenFor;
  readonly onChoose: (change: (last: ChosenFor) => ChosenFor) => void;
  readonly onRecorded: () => void;
}

/** What a capture comes to for all readings of a step that are measured on one: chosen or brought in once, seen with its verdicts, recorded with one press. */
export default function StepCapture(props: CaptureProps) {
  const { open, step, kit, jobId, readings, chosen, onChoose } = props;
  const options = useCapturesOfJob(jobId, chosen);
  const place = `${open.trailId}/${step.id}`;
  const hasChange = readings.some(({ spec }) => spec.kind === 'change');
  const wanted = hasChange ? (['before', 'after'] as const) : (['only'] as const);
  const select = (which: (typeof wanted)[number]) => (
    <Select
      key={which}
      className={classes.choose ?? ''}
      label={{ only: 'From a capture', before: 'Capture before', after: 'Capture after' }[which]}
      placeholder={options.length > 0 ? 'Choose one of this job' : 'This job has none yet'}
      size="lg"
      data={options}
      clearable
      value={chosen[which] ?? null}
      onChange={(next) => onChoose(({ [which]: _, ...others }) => (next ? { ...others, [which]: next } : others))}
    />
  );
  const { onNetwork } = kit;
  const channels = [...new Set(step.readings.flatMap(({ capture }) => capture?.channels ?? []))];
  const take = (recordingId: string) => {
    if (onNetwork && !kit.instrument) kit.choose(onNetwork);
    const as = hasChange ? (chosen.before === undefined ? 'before' : 'after') : 'only';
    onChoose((last) => ({ ...last, [as]: recordingId }));
  };
  return (
    <section className={classes.capture} aria-label="From a capture">
      {onNetwork && step.hookUp?.instrument === 'scope' && step.hookUp.scope && (
        <TakeScope
          scope={onNetwork}
          hookUp={step.hookUp}
          channels={channels}
          jobId={jobId}
          name={step.title}
          isMain={wanted.some((which) => chosen[which] === undefined)}
          onTaken={take}
        />
      )}
      <Group align="end" gap="sm">
        {wanted.map(select)}
        <Button
          variant="default"
          size="lg"
          mih={56}
          component={Link}
          to={`/jobs/${jobId}/captures/new?for=${encodeURIComponent(place)}${hasChange ? `&as=${chosen.before === undefined ? 'before' : 'after'}` : ''}`}
        >
          Bring in a file
        </Button>
      </Group>
      <FromCaptures
        // Markers and channels belong to the captures that were chosen.
        key={JSON.stringify(chosen)}
        {...props}
        firstId={chosen.only ?? chosen.before}
        secondId={hasChange ? chosen.after : undefined}
      />
    </section>
  );
}

interface FromProps extends CaptureProps {
  readonly firstId: string | undefined;
  readonly secondId: string | undefined;
}

function FromCaptures({ firstId, secondId, ...props }: FromProps) {
  const { open, step, kit, jobId, readings, onRecorded } = props;
  const { trail } = open;
  const [first, second] = [useRecording(jobId, firstId), useRecording(jobId, secondId)];
  const [named, setNamed] = useState<NamedChannels>({});
  const [markers, setMarkers] = useState<MarkersByHand>({});
  const [shownId, setShownId] = useState<string | undefined>();
  // Of the whole step: a reading that is recorded must not make the others be measured anew.
  const wanted = useMemo(
    () => [...new Set(step.readings.flatMap(({ capture }) => capture?.channels ?? []))],
    [step.readings],
  );
  const chosenOf = (recordingId: string | undefined, { open: opened }: typeof first): ChosenCapture | undefined =>
    recordingId !== undefined && opened
      ? { recordingId, open: opened, keys: { ...channelsFor(wanted, opened.channels), ...named[recordingId] } }
      : undefined;
  const before = useMemo(() => chosenOf(firstId, first), [firstId, first, wanted, named]);
  const after = useMemo(() => chosenOf(secondId, second), [secondId, second, wanted, named]);
  const captures = useMemo(() => [before, after], [before, after]);
  const { taken, isCurrent } = useTakenCaptures(trail.plan, readings, captures, markers);
  const problem = first.problem ?? second.problem;
  if (problem !== undefined) return <Notice kind="noLimit" title={problem} />;
  if (!before) return null;
  const results = readings.flatMap((reading) => {
    const rows = taken.get(reading.id);
    const context = measuringContextOf({ ...trail, instruments: instrumentsOf(trail, kit) }, step, reading);
    return rows ? [{ reading, result: judgedFrom(reading, rows, context) }] : [];
  });
  // What is not as it should be is looked at first.
  const shown =
    results.find(({ reading }) => reading.id === shownId) ??
    results.find(({ result }) => !result.ok || result.value.judged.verdict.kind !== 'inSpec') ??
    results[0];
  const fits = results.flatMap(({ reading, result }) => (result.ok ? [{ reading, ...result.value }] : []));
  const record = () => {
    const entered = fits.map(({ reading, entry }) => ({
      kind: 'readingEntered' as const,
      stepId: step.id,
      readingId: reading.id,
      entry,
      typedFirst: null,
      stillStands: null,
    }));
    if (open.record(...kit.before, ...entered)) onRecorded();
  };
  return (
    <>
      {[before, after].map(
        (capture) =>
          capture && <ChannelsOf key={capture.recordingId} capture={capture} wanted={wanted} onName={setNamed} />,
      )}
      {results.length > 1 && (
        <ul className={classes.list}>
          {results.map(({ reading, result }) => (
            <li key={reading.id}>
              <button
                type="button"
                aria-pressed={reading.id === shown?.reading.id}
                onClick={() => setShownId(reading.id)}
              >
                <ResultRow name={reading.name} judged={result.ok ? result.value.judged : undefined} />
              </button>
            </li>
          ))}
        </ul>
      )}
      {fits.length > 0 && (
        <Button size="xl" mih={64} disabled={!isCurrent} onClick={record}>
          {fits.length === 1 ? 'Record it' : `Record all ${fits.length}`}
        </Button>
      )}
      {shown && (
        <Shown
          key={shown.reading.id}
          reading={shown.reading}
          result={shown.result}
          policy={trail.plan.tooClose}
          markers={markers}
          onMarkers={setMarkers}
        />
      )}
    </>
  );
}

/** The instruments of the trail, with the one that is taken for granted: it is recorded with the readings. */
function instrumentsOf({ instruments }: OpenTrail['trail'], { before }: Kit): OpenTrail['trail']['instruments'] {
  const assumed = before.flatMap((event) =>
    event.kind === 'instrumentChosen' && event.instrument ? [[event.measures, event.instrument] as const] : [],
  );
  return { ...instruments, ...Object.fromEntries(assumed) };
}

/** For each capture which of its channels was chosen for each that the plan names. */
type NamedChannels = Readonly<Record<string, Readonly<Record<string, string>>>>;

interface ChannelsProps {
  readonly capture: ChosenCapture;
  readonly wanted: readonly string[];
  readonly onName: (change: (last: NamedChannels) => NamedChannels) => void;
}

/** Which channel of a capture is which, where they are not called as the plan calls them. */
function ChannelsOf({ capture, wanted, onName }: ChannelsProps) {
  const { recordingId, open, keys } = capture;
  const isAsNamed = wanted.every((name) => nameOf(capture, name)?.toLowerCase() === name.toLowerCase());
  if (isAsNamed) return null;
  return (
    <Group gap="sm" align="end">
      {wanted.map((name) => (
        <Select
          key={name}
          label={`“${name}” is`}
          size="md"
          placeholder="choose a channel"
          data={open.channels.map(({ key: value, name: label }) => ({ value, label }))}
          value={keys[name] ?? null}
          onChange={(key) =>
            key && onName((last) => ({ ...last, [recordingId]: { ...last[recordingId], [name]: key } }))
          }
        />
      ))}
    </Group>
  );
}

const nameOf = ({ keys, open }: ChosenCapture, name: string): string | undefined =>
  open.channels.find(({ key }) => key === keys[name])?.name;

function ResultRow({ name, judged }: { readonly name: string; readonly judged: JudgedEntry | undefined }) {
  const kind = judged?.verdict.kind ?? 'noLimit';
  return (
    <>
      <VerdictMark kind={kind} size={24} />
      <span>
        {name} <span className="soft">{judged ? verdictLook[kind].word : 'not shown by this capture'}</span>
      </span>
      <b>{judged ? sayTaken(judged) : '–'}</b>
    </>
  );
}

interface ShownProps {
  readonly reading: StepReading;
  readonly result: ReturnType<typeof judgedFrom>;
  readonly policy: Parameters<typeof VerdictPanel>[0]['policy'];
  readonly markers: MarkersByHand;
  readonly onMarkers: (change: (last: MarkersByHand) => MarkersByHand) => void;
}

/** One reading: what it came to, and for each row the picture in which it was measured. */
function Shown({ reading, result, policy, markers, onMarkers }: ShownProps) {
  if (!result.ok) return <Notice kind="tooCloseToCall" title={result.problem} />;
  const { entry, judged, factor } = result.value;
  const sources = sourcesOf(entry);
  const names = isSeries(reading.spec) ? rowNames(reading.spec) : [];
  return (
    <div className={classes.shown}>
      <p className="soft">{reading.capture && sayMeasure(reading.capture.measure)}</p>
      <VerdictPanel judged={judged} policy={policy} />
      {factor !== undefined && (
        <Notice
          kind="tooCloseToCall"
          title={`Times ${formatPlain(factor)} it would be in spec. Was the probe or the clamp set so when the file was brought in?`}
        />
      )}
      {sources.map((source, index) => {
        if (!source) return null;
        const place = placeOfMarkers(reading.id, index);
        return (
          <div key={place}>
            <CapturePicture source={source} name={names[index]} />
            <p className={classes.value}>
              <b className="mono">{judged.rows[index]?.reading.text ?? (entry.kind === 'typed' ? entry.text : '')}</b>
              {source.notes.map((note) => ` ${note}`)}
            </p>
            <MarkersOf
              name={names[index] ?? reading.name}
              source={source}
              onSet={(span) => onMarkers((last) => ({ ...last, [place]: span }))}
              onFound={
                place in markers
                  ? () => onMarkers((last) => Object.fromEntries(Object.entries(last).filter(([one]) => one !== place)))
                  : undefined
              }
            />
          </div>
        );
      })}
    </div>
  );
}
