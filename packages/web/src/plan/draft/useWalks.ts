import type { Plan } from '@probe-trail/core/plan';
import type { Remote } from 'comlink';
import { useState } from 'react';
import type { PlanChange } from './planChange';
import type { AllWalks, PlanCheck } from './planCheck.worker';
import { usePlanWorker } from './usePlanWorker';

const askWalks = (worker: Remote<PlanCheck>, change: PlanChange) => worker.allWalks(change);

/** All walks of the draft, counted and the first ones listed, as they are after the last edit. */
export function useWalks(plan: Plan): AllWalks | undefined {
  const [walks, setWalks] = useState<AllWalks | undefined>();
  usePlanWorker(plan, askWalks, setWalks);
  return walks;
}
