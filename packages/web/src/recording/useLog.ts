import type { ChosenValue, LaidOutLog, LogChoice } from '@probe-trail/core/driveLog';
import { newRecordingSchema } from '@probe-trail/core/recording';
import type { Result } from '@probe-trail/core/result';
import { sayFaults, validate } from '@probe-trail/core/schema';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { KeptRecording } from '../device/database';
import { infoOf, keepWritten } from './keptRecordings';
import type { ImportedLog, LogReader, OpenedLog } from './log.worker';
import { sendRecordings } from './sendRecordings';

/** A recording that came of a file, and what of the file was left out. */
export interface KeptLog extends Pick<ImportedLog, 'broken' | 'misplaced'> {
  readonly kept: KeptRecording;
}

/** A file from another tool, from its choice until it is kept as a recording. */
export interface LogImport {
  readonly file: File | undefined;
  readonly opened: OpenedLog | undefined;
  /** How much of it is read, from 0 to 1; `undefined` while nothing is read. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
  readonly done: KeptLog | undefined;
  readonly choose: (file: File) => Promise<void>;
  /** Reads it and keeps it, under a name. Of a recording of this program there is nothing to choose. */
  readonly keep: (name: string, layout: LaidOutLog | undefined, values: readonly ChosenValue[]) => Promise<void>;
  readonly stop: () => void;
}

/** Reads files in a worker of their own. The newest file counts. */
export function useLog(jobId: string): LogImport {
  const [file, setFile] = useState<File | undefined>();
  const [opened, setOpened] = useState<OpenedLog | undefined>();
  const [share, setShare] = useState<number | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [done, setDone] = useState<KeptLog | undefined>();
  const thread = useRef<Worker | undefined>(undefined);
  const stop = () => {
    thread.current?.terminate();
    thread.current = undefined;
    setShare(undefined);
  };
  useEffect(() => () => thread.current?.terminate(), []);

  /** @returns what came of it; `undefined` where it was stopped, or another file was chosen */
  const inThread = async <Found>(
    work: (reader: ReturnType<typeof wrap<LogReader>>) => Promise<Result<Found, string>>,
  ) => {
    stop();
    const started = new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' });
    thread.current = started;
    const found = await work(wrap<LogReader>(started));
    if (thread.current !== started) return undefined;
    stop();
    if (found.ok) return found.value;
    setProblem(found.problem);
    return undefined;
  };

  const choose = async (chosen: File) => {
    setFile(chosen);
    setOpened(undefined);
    setProblem(undefined);
    setDone(undefined);
    setOpened(await inThread((reader) => reader.open(chosen)));
  };

  const keep: LogImport['keep'] = async (name, layout, values) => {
    if (!file) return;
    setProblem(undefined);
    const choice: LogChoice | undefined = layout && {
      layout,
      values,
      fileName: file.name,
      endedAtMs: file.lastModified,
    };
    const read = await inThread<ImportedLog>((reader) => {
      setShare(0);
      return choice ? reader.readLog(file, choice, proxy(setShare)) : reader.readRecording(file);
    });
    if (!read) return;
    // What the server would refuse is not kept to be sent for ever.
    const info = validate(newRecordingSchema, infoOf(name, read));
    if (!info.ok) {
      setProblem(`This cannot be kept as a recording: ${sayFaults(info.problem)}.`);
      return;
    }
    setDone({
      kept: await keepWritten(jobId, info.value, read.recordingId, read.bytes),
      broken: read.broken,
      misplaced: read.misplaced,
    });
    void sendRecordings();
  };

  return { file, opened, share, problem, done, choose, keep, stop };
}
