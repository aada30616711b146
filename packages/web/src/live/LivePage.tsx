import { Button, Group, Select } from '@mantine/core';
import { type LiveSample, type LiveValue, liveValuesOf, staleMs } from '@probe-trail/core/liveValue';
import { type LiveLine, mostLiveValues } from '@probe-trail/core/vehicleInterface';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { deviceNowMs } from '../device/clock';
import { Page } from '../frame/Page';
import { type OpenJob, useJob } from '../job/useJob';
import { RecordBar } from '../recording/RecordBar';
import { useRecorder } from '../recording/useRecorder';
import { Notice } from '../spec/Notice';
import { ComputeValue } from './ComputeValue';
import classes from './LivePage.module.css';
import { LiveSets } from './LiveSets';
import { LiveTiles } from './LiveTiles';
import { type LiveStore, makeLiveStore } from './liveStore';
import { recordLine } from './recordLine';
import { useBoard } from './useBoard';
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
        {(job) =>
          job.line ? <LiveBoard open={job} lineName={job.line.name} values={liveValuesOf(job.line)} /> : <NoValues />
        }
      </Wait>
    </Page>
  );
}

const NoValues = () => <p>No live values of this model are known.</p>;

const keysOfUnit = (unitId: string, values: readonly LiveValue[]): readonly string[] =>
  values.filter((value) => value.unitId === unitId).map(({ key }) => key);

/** What was read last, unless it is too old to be computed with. */
function latestIn(store: LiveStore, key: string, atMs: number): LiveSample | undefined {
  const newest = store.seriesOf(key).newest();
  return newest && atMs - newest.atMs <= staleMs ? newest : undefined;
}

interface BoardProps {
  readonly open: OpenJob;
  readonly lineName: string;
  readonly values: readonly LiveValue[];
}

function LiveBoard({ open, lineName, values }: BoardProps) {
  const store = useRef(makeLiveStore()).current;
  const board = useBoard(open.vehicle.lineId, values);
  const { shown, computed } = board;
  const recorder = useRecorder(open.jobId, `${open.vehicle.fleetNumber}, ${open.job.arrival.complaint || 'drive'}`);
  const isRecording = recorder.startedAtMs !== undefined;
  const [isFrozen, setIsFrozen] = useState(false);
  // How long it has been recording is said.
  useSeconds();
  const isFull = board.asked.length >= mostLiveValues;
  const asked = board.asked.join(',');
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
          values={board.others}
          why={isRecording ? 'not while it records' : isFull ? `${mostLiveValues} at most` : undefined}
          onAdd={board.add}
        />
        <ComputeValue computed={computed} isDisabled={isRecording || isFull} onAdded={board.add} />
        <LiveSets board={board} isDisabled={isRecording} />
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
        <LiveTiles board={board} store={store} lineName={lineName} isFrozen={isFrozen} isRecording={isRecording} />
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
