import { Button, Select } from '@mantine/core';
import { comparePlans, type PlanVersionInfo } from '@probe-trail/core/plan';
import { Link, useParams, useSearchParams } from 'react-router';
import { sayFailure } from '../../api/api';
import { Wait } from '../../api/Wait';
import { Moment } from '../../device/Moment';
import { Page } from '../../frame/Page';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { sayCount } from '../../ui/sayCount';
import { usePlanQuery, usePlanVersionQuery } from '../planApi';
import { versionStates } from '../versionStates';
import { Differences } from './Differences';
import { usePlanVersionsQuery, useSetRetiredMutation } from './reviewApi';
import classes from './VersionsPage.module.css';

/** All versions of a plan, what was new in each, and two of them side by side. */
export function VersionsPage() {
  const { planId = '' } = useParams();
  const { data: plan } = usePlanQuery(planId);
  const { data, error, refetch } = usePlanVersionsQuery(planId, { refetchOnMountOrArgChange: true });
  return (
    <Page
      title={`Versions of “${plan?.title || 'a plan without a title'}”`}
      actions={
        plan && (
          <>
            <Button component={Link} to={`/plans/${planId}`} variant="default">
              To the plan
            </Button>
            <Retire planId={planId} isRetired={plan.released === null && plan.retired !== null} />
          </>
        )
      }
    >
      <Wait for={data} error={error} retry={refetch}>
        {(versions) => (
          <>
            <List versions={versions} />
            {versions.length > 1 && <Compare planId={planId} versions={versions} />}
          </>
        )}
      </Wait>
    </Page>
  );
}

function List({ versions }: { readonly versions: readonly PlanVersionInfo[] }) {
  return (
    <ol className={classes.versions} aria-label="Versions">
      {versions.map(({ version, state, notes, savedBy, savedAtMs, releasedAtMs, approvedBy }) => (
        <li key={version} data-state={state}>
          <b>Version {version}</b>
          <span>
            {versionStates[state]}, written by {savedBy}, <Moment atMs={releasedAtMs ?? savedAtMs} />
            {approvedBy !== null && `, approved by ${approvedBy}`}
          </span>
          {notes !== '' && <p>{notes}</p>}
        </li>
      ))}
    </ol>
  );
}

interface CompareProps {
  readonly planId: string;
  readonly versions: readonly PlanVersionInfo[];
}

/** Two versions in a technician's words; at first the newest against the one before. */
function Compare({ planId, versions }: CompareProps) {
  const [search, setSearch] = useSearchParams();
  const to = Number(search.get('to') ?? versions[0]?.version);
  const from = Number(search.get('from') ?? versions[1]?.version);
  const before = usePlanVersionQuery({ planId, version: from }, { refetchOnMountOrArgChange: true });
  const after = usePlanVersionQuery({ planId, version: to }, { refetchOnMountOrArgChange: true });
  const differences = before.data && after.data && comparePlans(before.data.document, after.data.document);
  const choices = versions.map(({ version, state }) => ({
    value: String(version),
    label: `version ${version}, ${versionStates[state]}`,
  }));
  const choose = (which: 'from' | 'to') => (value: string | null) =>
    value !== null && setSearch({ from: String(from), to: String(to), [which]: value }, { replace: true });
  return (
    <section>
      <h2>What differs</h2>
      <div className={classes.choice}>
        <Select label="From" data={choices} value={String(from)} onChange={choose('from')} />
        <Select label="To" data={choices} value={String(to)} onChange={choose('to')} />
      </div>
      <Wait for={differences} error={before.error ?? after.error}>
        {(found) => (
          <>
            <p role="status">{found.length === 0 ? 'No difference.' : `${sayCount(found.length, 'difference')}.`}</p>
            {found.length > 0 && <Differences differences={found} />}
          </>
        )}
      </Wait>
    </section>
  );
}

function Retire({ planId, isRetired }: { readonly planId: string; readonly isRetired: boolean }) {
  const mayRelease = useMay('releasePlans');
  const [setRetired, { error, isLoading }] = useSetRetiredMutation();
  if (!mayRelease) return null;
  return (
    <>
      <Button variant="subtle" loading={isLoading} onClick={() => void setRetired({ planId, isRetired: !isRetired })}>
        {isRetired ? 'Restore this plan' : 'Retire this plan'}
      </Button>
      {isRetired && <span role="status">Retired: no new trail begins on it; those that run go on.</span>}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
    </>
  );
}
