import { proxy, type Remote, transfer, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { CaptureReader } from './capture.worker';
import type { RecordingReader } from './recording.worker';
import { asInFile } from './useChannelChoices';
import type { OpenRecording } from './useRecording';

/** A capture that is looked at as an example, and kept nowhere. */
export interface Sample {
  readonly open: OpenRecording | undefined;
  readonly problem: string | undefined;
  readonly isBusy: boolean;
  readonly choose: (file: File) => Promise<void>;
}

/** Opens a capture from a file as the file has it, without keeping it. The newest file counts. */
export function useSample(): Sample {
  const [open, setOpen] = useState<OpenRecording | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  const newest = useRef(0);
  const reading = useRef<Worker | undefined>(undefined);
  useEffect(() => () => reading.current?.terminate(), []);
  const choose = async (file: File) => {
    newest.current += 1;
    const turn = newest.current;
    setIsBusy(true);
    setProblem(undefined);
    setOpen(undefined);
    reading.current?.terminate();
    const worker = new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });
    reading.current = worker;
    const opened = await openFile(file, wrap<RecordingReader>(worker));
    if (turn !== newest.current) return;
    setIsBusy(false);
    if (typeof opened === 'string') setProblem(opened);
    else setOpen(opened);
  };
  return { open, problem, isBusy, choose };
}

async function openFile(file: File, reader: Remote<RecordingReader>): Promise<OpenRecording | string> {
  const worker = new Worker(new URL('./capture.worker.ts', import.meta.url), { type: 'module' });
  const from = wrap<CaptureReader>(worker);
  try {
    const found = await from.open(
      file,
      proxy(() => undefined),
    );
    if (!found.ok) return found.problem;
    const written = await from.write(found.value.channels.map(asInFile), found.value.stepMs);
    if (!written.ok) return written.problem;
    const { bytes } = written.value;
    const opened = await reader.open(transfer(bytes, [bytes.buffer]));
    return opened.ok ? { ...opened.value, name: file.name, reader } : opened.problem;
  } finally {
    worker.terminate();
  }
}
