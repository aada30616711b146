import type { ReadCodeText } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { ReportReader } from './readReport.worker';

/** What was read of a report, with the beginning of its file to be shown; what was typed is shown already. */
export interface ReadReport extends ReadCodeText {
  readonly beginning: string | undefined;
}

/** Reads reports in a worker. The newest one counts; one that is read no more is broken off. */
export function useReportReader(line: Line | undefined, onRead: (read: ReadReport) => void) {
  const worker = useRef<Worker | undefined>(undefined);
  const [share, setShare] = useState<number | undefined>();

  const cancel = () => {
    worker.current?.terminate();
    worker.current = undefined;
    setShare(undefined);
  };
  useEffect(() => () => worker.current?.terminate(), []);

  const read = async (report: string | File) => {
    cancel();
    const started = new Worker(new URL('./readReport.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    setShare(0);
    const reader: Remote<ReportReader> = wrap<ReportReader>(started);
    const found = await reader.read(
      report,
      line,
      proxy((done: number) => worker.current === started && setShare(done)),
    );
    if (worker.current !== started) return;
    cancel();
    onRead(found);
  };

  return { read, cancel, share };
}
