import type { Finding, Plan } from '@probe-trail/core/plan';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { PlanCheck } from './planCheck.worker';

/**
 * The findings of the plan check, made in a worker after every edit. While one is being checked, only the newest draft waits; the last
 * findings stay until the next are there.
 * @returns `undefined` until the first check is done
 */
export function usePlanCheck(plan: Plan): readonly Finding[] | undefined {
  const [findings, setFindings] = useState<readonly Finding[] | undefined>();
  const worker = useRef<Remote<PlanCheck> | undefined>(undefined);
  const waiting = useRef<Plan | undefined>(undefined);
  const isChecking = useRef(false);

  useEffect(() => {
    const thread = new Worker(new URL('./planCheck.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<PlanCheck>(thread);
    return () => {
      thread.terminate();
      worker.current = undefined;
      isChecking.current = false;
    };
  }, []);

  useEffect(() => {
    waiting.current = plan;
    if (isChecking.current) return;
    const check = async () => {
      isChecking.current = true;
      for (let next = waiting.current; next && worker.current; next = waiting.current) {
        waiting.current = undefined;
        setFindings(await worker.current.checkPlan(next));
      }
      isChecking.current = false;
    };
    void check();
  }, [plan]);
  return findings;
}
