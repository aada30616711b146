import { Button, Group, Select } from '@mantine/core';
import { alikeOthers, type LiveSample, type LiveValue, liveValuesOf, staleMs } from '@probe-trail/core/liveValue';
import { type LiveLine, mostLiveValues } from '@probe-trail/core/vehicleInterface';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { deviceNowMs } from '../device/clock';
import { useKeptState } from '../device/keptState';
import { isListOf, isText } from '../device/shapes';
import { Page } from '../frame/Page';
import { type OpenJob, useJob } from '../job/useJob';
import { RecordBar } from '../recording/RecordBar';
import { type DriveRecorder, useRecorder } from '../recording/useRecorder';
import { Notice } from '../spec/Notice';
import { ComputeValue } from './ComputeValue';
import classes from './LivePage.module.css';
import { LiveTile } from './LiveTile';
import { type LiveStore, makeLiveStore } from './liveStore';
import { useComputed } from './useComputed';
import { useSeconds } from './useSeconds';
import { useVehicleStream } from './useVehicleStream';

/** What the units of a vehicle tell just now. */
export function LivePage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}live values`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {(job) => (job.line ? <LiveBoard open={job} values={liveValuesOf(job.line)} /> : <NoValues />)}
      </Wait>
    </Page>
  );
}

const NoValues = () => <p>No live values of this model are known.</p>;

/** What comes goes into the recording too; of a unit that says nothing, that its values have none. */
function recordLine(
  recorder: DriveRecorder,
  shown: readonly LiveValue[],
  line: Exclude<LiveLine, { readonly kind: 'failed' }>,
  atMs: number,
) {
  if (line.kind === 'values') for (const { key, value } of line.values) recorder.take(key, { atMs, value });
  else for (const { key, unitId } of shown) if (unitId === line.unitId) recorder.take(key, { atMs, value: null });
}

const keysOfUnit = (unitId: string, values: readonly LiveValue[]): readonly string[] =>
  values.filter((value) => value.unitId === unitId).map(({ key }) => key);

/** What was read last, unless it is too old to be computed with. */
function latestIn(store: LiveStore, key: string, atMs: number): LiveSample | undefined {
  const newest = store.seriesOf(key).newest();
  return newest && atMs - newest.atMs <= staleMs ? newest : undefined;
}

const isKeys = isListOf(isText);
const none: readonly string[] = [];

function LiveBoard({ open, values }: { readonly open: OpenJob; readonly values: readonly LiveValue[] }) {
  const store = useRef(makeLiveStore()).current;
  // Who looks at a model looks at the same values again.
  const [keys, setKeys] = useKeptState<readonly string[]>(`live-${open.vehicle.lineId}`, none, isKeys);
  const recorder = useRecorder(open.jobId, `${open.vehicle.fleetNumber}, ${open.job.arrival.complaint || 'drive'}`);
  const isRecording = recorder.startedAtMs !== undefined;
  const [isFrozen, setIsFrozen] = useState(false);
  const second = useSeconds();
  const known = useMemo(() => new Map(values.map((value) => [value.key, value])), [values]);
  const computed = useComputed(open.vehicle.lineId, values);
  const read = useMemo(() => keys.flatMap((key) => known.get(key) ?? []), [keys, known]);
  const shown = useMemo(() => [...read, ...computed.values], [read, computed.values]);
  const alike = useMemo(() => alikeOthers(shown), [shown]);
  const asked = [...new Set([...read.map(({ key }) => key), ...computed.inputKeys])].join(',');
  const problem = useVehicleStream<LiveLine>(
    asked === '' ? undefined : `/api/jobs/${open.jobId}/interface/live?values=${encodeURIComponent(asked)}`,
    (line) => {
      const atMs = deviceNowMs();
      store.take(line, atMs);
      recordLine(recorder, shown, line, atMs);
      const told = line.kind === 'values' ? line.values.map(({ key }) => key) : keysOfUnit(line.unitId, values);
      for (const { key, value, uncertainty } of computed.ofKeys(told, (one) => latestIn(store, one, atMs))) {
        store.put(key, { atMs, value }, uncertainty);
        recorder.take(key, { atMs, value });
      }
    },
  );
  const remove = useCallback(
    (key: string) => {
      setKeys((last) => last.filter((one) => one !== key));
      computed.remove(key);
    },
    [setKeys, computed.remove],
  );
  if (values.length === 0) return <NoValues />;
  return (
    <>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <RecordBar
        jobId={open.jobId}
        recorder={recorder}
        values={shown}
        samplesOf={(key) => store.seriesOf(key).since(0)}
      />
      <Group className={classes.bar} gap="sm">
        <AddValue
          values={values.filter(({ key }) => !keys.includes(key))}
          why={
            isRecording
              ? 'not while it records'
              : shown.length >= mostLiveValues
                ? `${mostLiveValues} at most`
                : undefined
          }
          onAdd={(key) => setKeys((last) => [...last, key])}
        />
        <ComputeValue computed={computed} isDisabled={isRecording} />
        <Button
          size="lg"
          variant={isFrozen ? 'filled' : 'default'}
          aria-pressed={isFrozen}
          onClick={() => setIsFrozen((last) => !last)}
        >
          {isFrozen ? 'Go on' : 'Freeze'}
        </Button>
        <Button size="lg" variant="default" onClick={store.reset}>
          Reset min and max
        </Button>
      </Group>
      {shown.length === 0 ? (
        <p className="soft">Add the values that you want to see. They are there again when you come back.</p>
      ) : (
        <ul className={classes.board}>
          {shown.map((value) => (
            <LiveTile
              key={value.key}
              value={value}
              store={store}
              others={alike.get(value.key) ?? none}
              isFrozen={isFrozen}
              second={second}
              onRemove={isRecording ? undefined : remove}
            />
          ))}
        </ul>
      )}
    </>
  );
}

interface AddProps {
  readonly values: readonly LiveValue[];
  /** Why none can be added; `undefined` where one can. */
  readonly why: string | undefined;
  readonly onAdd: (key: string) => void;
}

/** A value is found by its name or by that of its unit. */
function AddValue({ values, why, onAdd }: AddProps) {
  const [words, setWords] = useState('');
  const add = (key: string | null) => {
    if (key === null) return;
    onAdd(key);
    // The next one is looked for by other words.
    setWords('');
  };
  return (
    <Select
      className={classes.add}
      size="lg"
      aria-label="Add a value"
      placeholder={why ?? 'Add a value'}
      searchable
      disabled={why !== undefined}
      value={null}
      data={values.map(({ key, name, unitName }) => ({ value: key, label: `${name}, ${unitName}` }))}
      searchValue={words}
      onSearchChange={setWords}
      onChange={add}
    />
  );
}
