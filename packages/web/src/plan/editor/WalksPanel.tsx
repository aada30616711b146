import { Button } from '@mantine/core';
import type { ConclusionEffort, Walk } from '@probe-trail/core/evidence';
import { indexPlan, letterOf, type Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { sayCount } from '../../ui/sayCount';
import { Waiting } from '../../ui/Waiting';
import { useDraft } from '../draft/editorContext';
import { useWalks } from '../draft/useWalks';
import { CheapestOrder } from './CheapestOrder';
import classes from './WalksPanel.module.css';

interface PanelProps {
  /** The walk that the map shows. */
  readonly chosen: Walk | undefined;
  readonly onChoose: (walk: Walk | undefined) => void;
}

/** Every way through the plan: what each conclusion takes, and the walks one by one. */
export function WalksPanel({ chosen, onChoose }: PanelProps) {
  const plan = useDraft((draft) => draft);
  const walks = useWalks(plan);
  if (!walks) return <Waiting />;
  if (walks.listed.length === 0)
    return <p>There is no way through the plan yet: it needs a first step with outcomes.</p>;
  return (
    <>
      <p role="status">
        {walks.isWhole ? '' : 'At least '}
        {walks.count === 1n ? 'One walk' : `${walks.count.toLocaleString('en')} walks`}, {walks.effort.shortestMinutes}{' '}
        to {walks.effort.longestMinutes} min, {walks.effort.expectedMinutes} min on average.
        {walks.count > BigInt(walks.listed.length) &&
          ` The first ${walks.listed.length.toLocaleString('en')} are listed.`}
      </p>
      <CheapestOrder plan={plan} expectedMinutes={walks.effort.expectedMinutes} />
      <Ends plan={plan} ends={walks.ends} />
      <List plan={plan} walks={walks.listed} chosen={chosen} onChoose={onChoose} />
    </>
  );
}

function Ends({ plan, ends }: { readonly plan: Plan; readonly ends: readonly ConclusionEffort[] }) {
  const { conclusions } = indexPlan(plan);
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <th scope="col">Conclusion</th>
          <th scope="col">share</th>
          <th scope="col">walks</th>
          <th scope="col">minutes</th>
          <th scope="col">average</th>
        </tr>
      </thead>
      <tbody>
        {ends.map(({ conclusionId, chance, walks, shortestMinutes, longestMinutes, expectedMinutes }) => (
          <tr key={conclusionId}>
            <th scope="row">
              {letterOf(plan.conclusions.findIndex(({ id }) => id === conclusionId))}{' '}
              {conclusions.get(conclusionId)?.title}
            </th>
            <td>{Math.round(chance * 100)} %</td>
            <td>{walks.toLocaleString('en')}</td>
            <td>{shortestMinutes === longestMinutes ? shortestMinutes : `${shortestMinutes} to ${longestMinutes}`}</td>
            <td>{expectedMinutes === undefined ? '–' : Math.round(expectedMinutes)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const orders = {
  plan: ['as in the plan', () => 0],
  minutes: ['longest first', (a: Walk, b: Walk) => b.minutes - a.minutes],
  support: ['least sure first', (a: Walk, b: Walk) => (a.support ?? 2) - (b.support ?? 2)],
  steps: ['most steps first', (a: Walk, b: Walk) => b.waymarks.length - a.waymarks.length],
} as const;

const atATime = 100;

interface ListProps extends PanelProps {
  readonly plan: Plan;
  readonly walks: readonly Walk[];
}

function List({ plan, walks, chosen, onChoose }: ListProps) {
  const [order, setOrder] = useState<keyof typeof orders>('plan');
  const [shown, setShown] = useState(atATime);
  const sorted = [...walks].sort(orders[order][1]);
  return (
    <>
      <fieldset className={classes.orders} aria-label="Order of the walks">
        {(Object.keys(orders) as (keyof typeof orders)[]).map((one) => (
          <button key={one} type="button" aria-pressed={one === order} onClick={() => setOrder(one)}>
            {orders[one][0]}
          </button>
        ))}
      </fieldset>
      <ol className={classes.walks} aria-label="Walks">
        {sorted.slice(0, shown).map((walk) => (
          <li key={walk.waymarks.map(({ stepId, outcomeId }) => `${stepId}/${outcomeId}`).join()}>
            <button
              type="button"
              aria-pressed={walk === chosen}
              onClick={() => onChoose(walk === chosen ? undefined : walk)}
            >
              <b>{sayEnd(plan, walk)}</b>
              <span>
                {walk.minutes} min, {sayCount(walk.waymarks.length, 'step')}
                {walk.support !== undefined && `, ${Math.round(walk.support * 100)} % sure`}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {shown < sorted.length && (
        <Button variant="default" onClick={() => setShown(shown + atATime)}>
          Show more
        </Button>
      )}
    </>
  );
}

function sayEnd(plan: Plan, { end }: Walk): string {
  const { conclusions, steps } = indexPlan(plan);
  if (end.kind === 'nowhere') return 'leads nowhere yet';
  if (end.kind === 'back') return `back to ${steps.get(end.stepId)?.title}`;
  const index = plan.conclusions.findIndex(({ id }) => id === end.conclusionId);
  return `${letterOf(index)} ${conclusions.get(end.conclusionId)?.title}`;
}
