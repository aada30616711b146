import type { Plan } from '@probe-trail/core/plan';
import { remarkKinds } from '@probe-trail/core/trail';
import { Link } from 'react-router';
import { Moment } from '../../device/Moment';
import { usePlanRemarksQuery } from './reviewApi';

/** What technicians told the author, each with the step that it is about. */
export function PlanRemarks({ plan }: { readonly plan: Plan }) {
  const { data: remarks = [] } = usePlanRemarksQuery(plan.id);
  if (remarks.length === 0) return null;
  return (
    <section>
      <h2>Remarks from the bay</h2>
      <ul className="bullets">
        {remarks.map(({ eventId, trailId, planVersion, stepId, about, text, atMs, by, answer }) => (
          <li key={eventId}>
            <b>{remarkKinds[about]}</b>, {plan.steps.find(({ id }) => id === stepId)?.title ?? stepId}: {text}{' '}
            <small className="soft">
              {by}, <Link to={`/trails/${trailId}/record`}>on a trail</Link> of version {planVersion},{' '}
              <Moment atMs={atMs} />
            </small>
            {answer && (
              <p className="soft">
                {answer.by}, in version {answer.version}: {answer.text}
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
