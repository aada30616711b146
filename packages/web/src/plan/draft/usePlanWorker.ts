import type { Plan } from '@probe-trail/core/plan';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef } from 'react';
import { changeSince, type PlanChange } from './planChange';
import type { PlanCheck } from './planCheck.worker';

/**
 * Has a worker compute something of the draft after every edit. While one draft is being worked on, only the newest waits.
 * @param ask which of its functions is called; must stay the same function. It gives `undefined` where the answer is the last one.
 * @param onAnswer likewise
 */
export function usePlanWorker<T>(
  plan: Plan,
  ask: (worker: Remote<PlanCheck>, change: PlanChange) => Promise<T | undefined>,
  onAnswer: (answer: T) => void,
): void {
  const worker = useRef<Remote<PlanCheck> | undefined>(undefined);
  const waiting = useRef<Plan | undefined>(undefined);
  const isBusy = useRef(false);
  const sent = useRef<Plan | undefined>(undefined);

  useEffect(() => {
    const thread = new Worker(new URL('./planCheck.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<PlanCheck>(thread);
    return () => {
      thread.terminate();
      worker.current = undefined;
      sent.current = undefined;
      isBusy.current = false;
    };
  }, []);

  useEffect(() => {
    waiting.current = plan;
    if (isBusy.current) return;
    const work = async () => {
      isBusy.current = true;
      for (let next = waiting.current; next && worker.current; next = waiting.current) {
        waiting.current = undefined;
        const from = performance.now();
        const change = changeSince(sent.current, next);
        sent.current = next;
        const answer = await ask(worker.current, change);
        performance.measure('plan worked through', { start: from });
        if (answer !== undefined) onAnswer(answer);
      }
      isBusy.current = false;
    };
    void work();
  }, [plan, ask, onAnswer]);
}
