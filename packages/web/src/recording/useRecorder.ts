import type { LiveSample, LiveValue } from '@probe-trail/core/liveValue';
import type { Mark } from '@probe-trail/core/recording';
import { useCallback, useEffect, useRef, useState } from 'react';
import { deviceNowMs } from '../device/clock';
import type { KeptRecording } from '../device/database';
import { beginRun, type DriveRun, noteRun, putAway, recordingOfSeen } from './driveRun';
import { endRun, keepBrokenOff, keepRecording } from './keptRecordings';
import { sendRecordings } from './sendRecordings';
import { useWakeLock } from './useWakeLock';

/** So often what came is put away: a device that goes out loses no more than that. */
const keptEveryMs = 2000;

type SamplesOf = (key: string) => readonly LiveSample[];

export interface DriveRecorder {
  /** When it began; `undefined` while nothing is recorded. */
  readonly startedAtMs: number | undefined;
  readonly marks: readonly Mark[];
  readonly start: (values: readonly LiveValue[]) => void;
  readonly mark: () => void;
  /** Says what the last mark was about. */
  readonly nameMark: (text: string) => void;
  readonly stop: () => void;
  /** What comes of a value, whether it is recorded or not. */
  readonly take: (key: string, sample: LiveSample) => void;
  /** Keeps what was seen already, without having been started. */
  readonly keepSeen: (values: readonly LiveValue[], samplesOf: SamplesOf) => void;
  /** The recordings of this visit to the page, the newest first. */
  readonly kept: readonly KeptRecording[];
  /** Why recording has stopped, or could not be kept, in a sentence. */
  readonly problem: string | undefined;
}

const noMarks: readonly Mark[] = [];
const noRoom = 'The device has no room left: recording has stopped. What there is, is kept.';
const inPieces = 'The recording is in pieces on this device. It is put together when the page is opened again.';
const notKept = 'The device has no room left: what was seen could not be kept.';

/** Records what a page is told of a vehicle. It goes on while the server is away: then it has a gap. */
export function useRecorder(jobId: string, name: string): DriveRecorder {
  const run = useRef<DriveRun | undefined>(undefined);
  const [startedAtMs, setStartedAtMs] = useState<number | undefined>();
  const [marks, setMarks] = useState(noMarks);
  const { kept, add } = useKeptHere();
  const [problem, setProblem] = useState<string | undefined>();
  useWakeLock(startedAtMs !== undefined);

  const stop = useCallback(() => {
    const ended = run.current;
    if (!ended) return;
    run.current = undefined;
    setStartedAtMs(undefined);
    void putAway(ended, true)
      .catch(() => setProblem(noRoom))
      .then(() => endRun(ended.runId))
      .then((one) => add([one]))
      .catch(() => setProblem(inPieces))
      .finally(ended.letGo);
  }, [add]);
  const start = useCallback(
    (values: readonly LiveValue[]) => {
      if (run.current) return;
      run.current = beginRun(values);
      setStartedAtMs(run.current.startedAtMs);
      setMarks(noMarks);
      setProblem(undefined);
      noteRun(run.current, jobId, name, values).catch(() => setProblem(noRoom));
    },
    [jobId, name],
  );
  const mark = useCallback(() => {
    if (!run.current) return;
    run.current.marks = [...run.current.marks, { atMs: deviceNowMs() - run.current.startedAtMs, text: '' }];
    setMarks(run.current.marks);
  }, []);
  const nameMark = useCallback((text: string) => {
    const last = run.current?.marks.at(-1);
    if (!run.current || !last) return;
    run.current.marks = [...run.current.marks.slice(0, -1), { ...last, text }];
    setMarks(run.current.marks);
  }, []);
  const take = useCallback((key: string, sample: LiveSample) => run.current?.recorder.add(key, sample), []);
  const keepSeen = useCallback(
    (values: readonly LiveValue[], samplesOf: SamplesOf) => {
      const seen = recordingOfSeen(values, samplesOf);
      if (!seen) return;
      keepRecording(jobId, name, seen).then(
        (one) => add([one]),
        () => setProblem(notKept),
      );
    },
    [jobId, name, add],
  );
  useEffect(() => {
    void keepBrokenOff(jobId).then(add);
    const keep = () =>
      run.current &&
      putAway(run.current).catch(() => {
        setProblem(noRoom);
        stop();
      });
    const timer = setInterval(() => void keep(), keptEveryMs);
    return () => {
      clearInterval(timer);
      stop();
    };
  }, [jobId, stop, add]);
  return { startedAtMs, marks, start, mark, nameMark, stop, take, keepSeen, kept, problem };
}

/** The recordings that were kept since the page was opened; each is sent. */
function useKeptHere() {
  const [kept, setKept] = useState<readonly KeptRecording[]>([]);
  const add = useCallback((recordings: readonly (KeptRecording | undefined)[]) => {
    const there = recordings.filter((one) => one !== undefined);
    if (there.length === 0) return;
    setKept((last) => [...there, ...last]);
    void sendRecordings();
  }, []);
  return { kept, add };
}
