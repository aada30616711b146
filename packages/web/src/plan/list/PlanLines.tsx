import type { PlanListItem } from '@probe-trail/core/plan';
import { Link } from 'react-router';
import rows from '../../ui/rows.module.css';
import { sayCount } from '../../ui/sayCount';
import classes from './PlanLines.module.css';
import type { PlanWithFound } from './shownPlans';

/** A plan; with what its trails have found, where that is asked for. */
type Line = PlanListItem & Partial<Pick<PlanWithFound, 'uses' | 'found'>>;

/** Plans or blocks as rows that can be opened. */
export const PlanLines = ({ plans }: { readonly plans: readonly Line[] }) => (
  <ul className={`${rows.rows} ${classes.list}`}>
    {plans.map((plan) => (
      <PlanLine key={plan.planId} plan={plan} />
    ))}
  </ul>
);

function PlanLine({ plan }: { readonly plan: Line }) {
  return (
    <li>
      <Link to={`/plans/${plan.planId}`}>
        <span>
          <b className={classes.title}>{plan.title || 'A plan without a title'}</b>
          <small>{plan.summary}</small>
          {plan.found && plan.found.length > 0 && (
            <small className={classes.found}>found: {sayFound(plan.found)}</small>
          )}
        </span>
        <span className={classes.facts}>
          {plan.lines.join(', ')}
          <small>
            {sayCount(plan.stepCount, 'step')}, {sayCount(plan.suspectCount, 'suspect')}
          </small>
          <small>
            about {plan.expectedMinutes} min
            {plan.uses !== undefined && plan.uses > 0 && `, used ${sayTimes(plan.uses)}`}
          </small>
        </span>
        <span className={classes.facts}>
          {plan.released ? `version ${plan.released.version}` : plan.retired ? 'retired' : 'not released'}
          <small>
            {plan.draft &&
              `${plan.draft.state === 'inReview' ? 'in review' : 'draft'} ${plan.draft.version} by ${plan.draft.savedBy}`}
          </small>
        </span>
      </Link>
    </li>
  );
}

const mostFound = 3;

const sayTimes = (count: number): string => (count === 1 ? 'once' : `${count} times`);

/** What was found and proven, the most frequent first. */
function sayFound(found: PlanWithFound['found']): string {
  const more = found.length - mostFound;
  const said = found.slice(0, mostFound).map(({ title, count }) => (count === 1 ? title : `${title} (${count})`));
  return `${said.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}
