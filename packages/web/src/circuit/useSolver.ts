import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { CircuitSolver } from './circuit.worker';

/** A thread that solves circuits, for as long as the page is there. */
export function useSolver(): Remote<CircuitSolver> | undefined {
  const [solver, setSolver] = useState<Remote<CircuitSolver> | undefined>();
  useEffect(() => {
    const worker = new Worker(new URL('./circuit.worker.ts', import.meta.url), { type: 'module' });
    // A remote is a function too: React would call it.
    const remote = wrap<CircuitSolver>(worker);
    setSolver(() => remote);
    return () => worker.terminate();
  }, []);
  return solver;
}

/** What the thread answers to the newest question; `undefined` while it is not there yet. @param ask `undefined`: nothing is asked */
export function useAnswer<Answer>(ask: (() => Promise<Answer>) | undefined): Answer | undefined {
  const [answer, setAnswer] = useState<Answer | undefined>();
  useEffect(() => {
    let isOld = false;
    setAnswer(undefined);
    void ask?.().then((found) => isOld || setAnswer(found));
    return () => {
      isOld = true;
    };
  }, [ask]);
  return answer;
}
