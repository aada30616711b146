import { Button, Table } from '@mantine/core';
import { authorsStrength, type CauseLessons, type PlanLessons } from '@probe-trail/core/learning';
import { formatPlain } from '@probe-trail/core/reading';
import { Link } from 'react-router';
import { Differences } from '../plan/review/Differences';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { WideTable } from '../ui/WideTable';
import classes from './Lessons.module.css';
import { sayShare } from './sayShare';
import { usePutWeights } from './usePutWeights';

/** Which cause it was, how often, and what that says of the weights. */
export function CauseTable({ lessons }: { readonly lessons: PlanLessons }) {
  const { causes, proven, offPlan } = lessons;
  return (
    <section>
      <h2>Which cause it was</h2>
      {proven === 0 && <p>No repair of one of its suspects was proven yet.</p>}
      <WideTable
        label="Causes"
        columns={['Suspect', 'Proven', 'Repaired in vain', 'Weight in the plan', 'With what was proven']}
      >
        {causes.map((cause) => (
          <CauseRow key={cause.suspectId} cause={cause} all={proven} />
        ))}
      </WideTable>
      {offPlan.length > 0 && (
        <p>
          <b>Proven, and not in the plan:</b>{' '}
          {offPlan.map(({ cause, count }) => (count === 1 ? cause : `${cause} (${count})`)).join(', ')}
        </p>
      )}
      <PutWeights lessons={lessons} />
    </section>
  );
}

function CauseRow({ cause, all }: { readonly cause: CauseLessons; readonly all: number }) {
  const { name, suspectId, proven, wrong, weight, fleetWeight } = cause;
  return (
    <Table.Tr>
      <Table.Td>{name || suspectId}</Table.Td>
      <Table.Td>
        {proven > 0 && (
          <>
            <span className={classes.bar} style={{ width: `${(60 * proven) / all}px` }} />
            {sayShare(proven, all)}
          </>
        )}
      </Table.Td>
      <Table.Td className={wrong > 0 ? (classes.bad ?? '') : ''}>{wrong > 0 && wrong}</Table.Td>
      <Table.Td>{formatPlain(weight)}</Table.Td>
      <Table.Td>{all > 0 && formatPlain(fleetWeight)}</Table.Td>
    </Table.Tr>
  );
}

/** One press: the weights go into the draft, each with where it comes from; what changed is shown, and can be undone there and then. */
function PutWeights({ lessons }: { readonly lessons: PlanLessons }) {
  const mayWrite = useMay('writePlans');
  const { put, undo, differences, problem, isBusy, version } = usePutWeights(lessons);
  if (!mayWrite || lessons.proven === 0) return null;
  return (
    <>
      {problem && <Notice kind="outOfSpec" title={problem} />}
      {differences ? (
        <Notice kind="inSpec" title={`Draft ${version} has these weights`}>
          <Differences differences={differences} />
          <Button component={Link} to={`/plans/${lessons.planId}/edit?part=suspects`} variant="default" mr="sm">
            Open the draft
          </Button>
          <Button variant="subtle" loading={isBusy} onClick={undo}>
            Undo
          </Button>
        </Notice>
      ) : (
        <Button loading={isBusy} onClick={put}>
          Put these weights into the draft
        </Button>
      )}
      <p className="soft">
        The weights in the plan count as much as {authorsStrength} proven causes; more proven causes outweigh them.
      </p>
    </>
  );
}
