import type { ChannelChoice } from '@probe-trail/core/capture';
import { newRecordingSchema } from '@probe-trail/core/recording';
import { sayFaults, validate } from '@probe-trail/core/schema';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { KeptRecording } from '../device/database';
import type { CaptureReader, UnderstoodCapture } from './capture.worker';
import { infoOf, keepWritten } from './keptRecordings';
import { sendRecordings } from './sendRecordings';

/** A capture from a file, from its choice until it is kept. */
export interface CaptureImport {
  readonly file: File | undefined;
  readonly understood: UnderstoodCapture | undefined;
  /** How much of it is read, from 0 to 1; `undefined` while nothing is read. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
  readonly done: KeptRecording | undefined;
  readonly choose: (file: File) => Promise<void>;
  readonly keep: (name: string, choices: readonly ChannelChoice[], stepMs: number) => Promise<void>;
  readonly stop: () => void;
}

interface Thread {
  readonly worker: Worker;
  readonly reader: Remote<CaptureReader>;
}

/** Reads a file in a worker of its own, which holds what was read until it is kept. The newest file counts. */
export function useCapture(jobId: string): CaptureImport {
  const [file, setFile] = useState<File | undefined>();
  const [understood, setUnderstood] = useState<UnderstoodCapture | undefined>();
  const [share, setShare] = useState<number | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [done, setDone] = useState<KeptRecording | undefined>();
  const thread = useRef<Thread | undefined>(undefined);
  const stop = () => {
    thread.current?.worker.terminate();
    thread.current = undefined;
    setShare(undefined);
  };
  useEffect(() => () => thread.current?.worker.terminate(), []);

  const choose = async (chosen: File) => {
    stop();
    setFile(chosen);
    setUnderstood(undefined);
    setProblem(undefined);
    setDone(undefined);
    setShare(0);
    const worker = new Worker(new URL('./capture.worker.ts', import.meta.url), { type: 'module' });
    const own = { worker, reader: wrap<CaptureReader>(worker) };
    thread.current = own;
    const found = await own.reader.open(chosen, proxy(setShare));
    if (thread.current !== own) return;
    setShare(undefined);
    if (found.ok) setUnderstood(found.value);
    else setProblem(found.problem);
  };

  const keep: CaptureImport['keep'] = async (name, choices, stepMs) => {
    const own = thread.current;
    if (!own) return;
    setProblem(undefined);
    setShare(0);
    const written = await own.reader.write(choices, stepMs);
    if (thread.current !== own) return;
    setShare(undefined);
    if (!written.ok) return setProblem(written.problem);
    // What the server would refuse is not kept to be sent for ever.
    const info = validate(newRecordingSchema, infoOf(name, written.value));
    if (!info.ok) return setProblem(`This cannot be kept as a capture: ${sayFaults(info.problem)}.`);
    setDone(await keepWritten(jobId, info.value, written.value.recordingId, written.value.bytes));
    stop();
    void sendRecordings();
  };

  return { file, understood, share, problem, done, choose, keep, stop };
}
