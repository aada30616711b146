import { Table } from '@mantine/core';
import type { LearnedPlan } from '@probe-trail/core/learning';
import { Link } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
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
            <div className={classes.wide}>
              <Table aria-label="Plans" className={classes.table ?? ''}>
                <Table.Thead>
                  <Table.Tr>
                    <Table.Th>Plan</Table.Th>
                    <Table.Th>Trails</Table.Th>
                    <Table.Th>Came to an end</Table.Th>
                    <Table.Th>Proven</Table.Th>
                    <Table.Th>Repaired in vain</Table.Th>
                    <Table.Th>Too close to call</Table.Th>
                  </Table.Tr>
                </Table.Thead>
                <Table.Tbody>
                  {plans.map((plan) => (
                    <PlanRow key={plan.planId} plan={plan} />
                  ))}
                </Table.Tbody>
              </Table>
            </div>
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
      <Table.Td data-bad={wrong > 0 || undefined}>{wrong}</Table.Td>
      <Table.Td>{readings === 0 ? '' : sayShare(tooClose, readings)}</Table.Td>
    </Table.Tr>
  );
}
