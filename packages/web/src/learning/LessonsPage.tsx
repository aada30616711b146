import { Table } from '@mantine/core';
import type { LearnedPlan } from '@probe-trail/core/learning';
import { Link } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { WideTable } from '../ui/WideTable';
import classes from './Lessons.module.css';
import { useLessonsQuery } from './learningApi';
import { sayShare } from './sayShare';

/** What was learned of all plans: which of them find the cause, which lead astray, and whose limits leave too much open. */
export function LessonsPage() {
  const { data, error, refetch } = useLessonsQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <Page title="What the bay found">
      <p className="soft">
        Counted from every trail. A cause counts once its repair is proven; one that was repaired in vain counts against
        the plan.
      </p>
      <Wait for={data} error={error} retry={refetch}>
        {(plans) =>
          plans.length === 0 ? (
            <p>No trail has followed a plan yet.</p>
          ) : (
            <WideTable
              label="Plans"
              columns={['Plan', 'Trails', 'Came to an end', 'Proven', 'Repaired in vain', 'Too close to call']}
            >
              {plans.map((plan) => (
                <PlanRow key={plan.planId} plan={plan} />
              ))}
            </WideTable>
          )
        }
      </Wait>
    </Page>
  );
}

function PlanRow({ plan }: { readonly plan: LearnedPlan }) {
  const { planId, title, versions, trails, concluded, proven, wrong, readings, tooClose } = plan;
  return (
    <Table.Tr>
      <Table.Td>
        <Link className={classes.plan} to={`/plans/${planId}/lessons?version=${versions.at(-1)}`}>
          {title || 'A plan without a title'}
        </Link>
      </Table.Td>
      <Table.Td>{trails}</Table.Td>
      <Table.Td>{concluded}</Table.Td>
      <Table.Td>{proven}</Table.Td>
      <Table.Td className={wrong > 0 ? (classes.bad ?? '') : ''}>{wrong}</Table.Td>
      <Table.Td>{readings === 0 ? '' : sayShare(tooClose, readings)}</Table.Td>
    </Table.Tr>
  );
}
