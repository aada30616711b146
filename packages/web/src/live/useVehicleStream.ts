import { isProblemDetails } from '@probe-trail/core/problem';
import { useEffect, useRef, useState } from 'react';
import { jsonLines } from '../api/jsonLines';

const againAfterMs = 2000;

interface Failed {
  readonly kind: 'failed';
  readonly message: string;
}

/**
 * Listens to what a vehicle says for as long as the page stands, and begins again where the way to it was lost: what comes in between is a gap.
 * @param url `undefined`: nothing is asked for
 * @returns why nothing comes, in a sentence; `undefined` while it does
 */
export function useVehicleStream<Line extends { readonly kind: string }>(
  url: string | undefined,
  take: (line: Exclude<Line, Failed>) => void,
): string | undefined {
  const [problem, setProblem] = useState<string | undefined>();
  const taken = useRef(take);
  taken.current = take;
  useEffect(() => {
    setProblem(undefined);
    if (url === undefined) return;
    const control = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = async () => {
      try {
        for await (const line of jsonLines<Line | Failed>(url, { signal: control.signal })) {
          setProblem(isFailed(line) ? line.message : undefined);
          if (!isFailed(line)) taken.current(line as Exclude<Line, Failed>);
        }
      } catch (error) {
        if (!control.signal.aborted) setProblem(sayLost(error));
      }
      if (!control.signal.aborted) timer = setTimeout(() => void read(), againAfterMs);
    };
    void read();
    return () => {
      control.abort();
      clearTimeout(timer);
    };
  }, [url]);
  return problem;
}

const isFailed = (line: { readonly kind: string }): line is Failed => line.kind === 'failed';

const sayLost = (error: unknown): string =>
  isProblemDetails(error) ? error.detail : 'The server cannot be reached. What was seen is kept; it goes on by itself.';
