import type { PlanListItem } from '@probe-trail/core/plan';
import { Link } from 'react-router';
import rows from '../../ui/rows.module.css';
import { sayCount } from '../../ui/sayCount';
import classes from './PlanLines.module.css';

/** Plans or blocks as rows that can be opened. */
export const PlanLines = ({ plans }: { readonly plans: readonly PlanListItem[] }) => (
  <ul className={`${rows.rows} ${classes.list}`}>
    {plans.map((plan) => (
      <PlanLine key={plan.planId} plan={plan} />
    ))}
  </ul>
);

function PlanLine({ plan }: { readonly plan: PlanListItem }) {
  return (
    <li>
      <Link to={`/plans/${plan.planId}`}>
        <span>
          <b className={classes.title}>{plan.title || 'A plan without a title'}</b>
          <small>{plan.summary}</small>
        </span>
        <span className={classes.facts}>
          {plan.lines.join(', ')}
          <small>
            {sayCount(plan.stepCount, 'step')}, {sayCount(plan.suspectCount, 'suspect')}
          </small>
          <small>about {plan.expectedMinutes} min</small>
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
