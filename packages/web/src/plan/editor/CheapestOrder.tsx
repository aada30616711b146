import { Button, Progress } from '@mantine/core';
import { mostInTree, type TestTree } from '@probe-trail/core/evidence';
import { indexPlan, type Plan, sayZones } from '@probe-trail/core/plan';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { changeSince } from '../draft/planChange';
import type { PlanCheck } from '../draft/planCheck.worker';
import classes from './WalksPanel.module.css';

interface OrderProps {
  readonly plan: Plan;
  readonly expectedMinutes: number;
}

/** The order of the steps that would take the fewest minutes, beside what the plan takes. */
export function CheapestOrder({ plan, expectedMinutes }: OrderProps) {
  const { state, begin, cancel } = useCheapestTree(plan);
  if (plan.suspects.length > mostInTree)
    return <p className="soft">The cheapest order is computed for up to {mostInTree} suspects.</p>;
  if (state.kind === 'working')
    return (
      <div className={classes.order}>
        <Progress value={state.share * 100} aria-label="Computing the cheapest order" />
        <Button variant="subtle" onClick={cancel}>
          Cancel
        </Button>
      </div>
    );
  if (state.kind === 'none' || !state.tree)
    return (
      <Button variant="default" onClick={() => void begin()}>
        Compute the cheapest order
      </Button>
    );
  return (
    <details className={classes.order} open>
      <summary>
        {Math.round(state.tree.minutes)} min on average in the cheapest order, {expectedMinutes} min in this plan
        {largestGroup(state.tree) > 1 && `; it leaves up to ${largestGroup(state.tree)} suspects together`}
      </summary>
      <p className="soft">
        Only steps count that are sure of every suspect still possible: mark what each suspect would make a step show.
        What must be looked at first for other reasons, it does not know.
      </p>
      <Branch plan={plan} tree={state.tree} />
    </details>
  );
}

/** How many suspects are left together where the order ends, at most. */
const largestGroup = ({ ways, suspectIds }: TestTree): number =>
  ways.length === 0 ? suspectIds.length : Math.max(...ways.map(({ to }) => largestGroup(to)));

function Branch({ plan, tree }: { readonly plan: Plan; readonly tree: TestTree }) {
  const { steps, suspects } = indexPlan(plan);
  const step = tree.stepId === undefined ? undefined : steps.get(tree.stepId);
  if (!step) return <span>{tree.suspectIds.map((id) => suspects.get(id)?.name || id).join(' or ')}</span>;
  return (
    <>
      <b>{step.title}</b>
      <ul className="bullets">
        {tree.ways.map(({ outcomeId, to }) => {
          const outcome = step.outcomes.find(({ id }) => id === outcomeId);
          return (
            <li key={outcomeId}>
              {outcome && sayZones(step, outcome)}: <Branch plan={plan} tree={to} />
            </li>
          );
        })}
      </ul>
    </>
  );
}

type Search =
  | { readonly kind: 'none' }
  | { readonly kind: 'working'; readonly share: number }
  | { readonly kind: 'done'; readonly tree: TestTree | undefined };

/** The search for the cheapest tree, in a worker of its own that can be ended; an edit forgets what was found. */
function useCheapestTree(plan: Plan) {
  const [state, setState] = useState<Search>({ kind: 'none' });
  const end = useRef(() => {});
  useEffect(() => {
    // Of another draft it would not be true.
    if (plan) setState({ kind: 'none' });
    return () => end.current();
  }, [plan]);
  const begin = async () => {
    const thread = new Worker(new URL('../draft/planCheck.worker.ts', import.meta.url), { type: 'module' });
    end.current = () => thread.terminate();
    setState({ kind: 'working', share: 0 });
    const onProgress = proxy((share: number) =>
      setState((last) => (last.kind === 'working' ? { kind: 'working', share } : last)),
    );
    const tree = await wrap<PlanCheck>(thread).cheapestTree(changeSince(undefined, plan), onProgress);
    thread.terminate();
    setState({ kind: 'done', tree });
  };
  const cancel = () => {
    end.current();
    setState({ kind: 'none' });
  };
  return { state, begin, cancel };
}
