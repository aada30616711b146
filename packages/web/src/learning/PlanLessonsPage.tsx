import { Button, Select } from '@mantine/core';
import { lessonsToCsv, type PlanLessons } from '@probe-trail/core/learning';
import { IconDownload } from '@tabler/icons-react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { usePlanQuery } from '../plan/planApi';
import { usePlanVersionsQuery } from '../plan/review/reviewApi';
import { versionStates } from '../plan/versionStates';
import { Facts } from '../ui/Facts';
import { saveFile } from '../ui/saveFile';
import { CauseTable } from './CauseTable';
import classes from './Lessons.module.css';
import { usePlanLessonsQuery } from './learningApi';
import { ReadingStrips } from './ReadingStrips';
import { StepTable } from './StepTable';

/** What the bay found with one version of a plan. */
export function PlanLessonsPage() {
  const { planId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const { data: plan } = usePlanQuery(planId);
  const { data: versions, error, refetch } = usePlanVersionsQuery(planId, { refetchOnMountOrArgChange: true });
  // A draft has no trails.
  const followed = versions?.filter(({ state }) => state === 'released' || state === 'retired') ?? [];
  const asked = Number(search.get('version'));
  const version = followed.some((one) => one.version === asked) ? asked : followed[0]?.version;
  return (
    <Page
      title={`What the bay found: ${plan?.title || 'a plan'}`}
      actions={
        <>
          <Button component={Link} to="/lessons" variant="subtle">
            All plans
          </Button>
          <Button component={Link} to={`/plans/${planId}`} variant="default">
            To the plan
          </Button>
        </>
      }
    >
      <Wait for={versions} error={error} retry={refetch}>
        {() =>
          version === undefined ? (
            <p>No version of this plan was released yet: nobody has followed it.</p>
          ) : (
            <>
              <Select
                className={classes.version ?? ''}
                label="Version"
                allowDeselect={false}
                data={followed.map((one) => ({
                  value: String(one.version),
                  label: `version ${one.version}, ${versionStates[one.state]}`,
                }))}
                value={String(version)}
                onChange={(chosen) => chosen !== null && setSearch({ version: chosen }, { replace: true })}
              />
              <Learned planId={planId} version={version} />
            </>
          )
        }
      </Wait>
    </Page>
  );
}

function Learned({ planId, version }: { readonly planId: string; readonly version: number }) {
  const { data, error, refetch } = usePlanLessonsQuery({ planId, version }, { refetchOnMountOrArgChange: true });
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(lessons) =>
        lessons.trails === 0 ? <p>No trail has followed this version yet.</p> : <Lessons lessons={lessons} />
      }
    </Wait>
  );
}

function Lessons({ lessons }: { readonly lessons: PlanLessons }) {
  const { trails, concluded, proven, noFault, causes, planId, version } = lessons;
  const wrong = causes.reduce((sum, cause) => sum + cause.wrong, 0);
  const save = () =>
    saveFile(new Blob([lessonsToCsv(lessons)], { type: 'text/csv' }), `${planId}-${version}-lessons.csv`);
  return (
    <>
      <Facts
        isRow
        facts={[
          ['Trails', String(trails)],
          ['Came to an end', String(concluded)],
          ['Causes proven', String(proven)],
          ['No fault, proven', String(noFault)],
          ['Repaired in vain', String(wrong)],
        ]}
      />
      <CauseTable lessons={lessons} />
      <StepTable lessons={lessons} />
      <ReadingStrips readings={lessons.readings} />
      <Button variant="default" mt="lg" leftSection={<IconDownload size={18} />} onClick={save}>
        All of it as CSV
      </Button>
    </>
  );
}
