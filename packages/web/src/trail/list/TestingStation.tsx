import { Button, Group } from '@mantine/core';
import { Link } from 'react-router';
import type { OpenJob, StationBodyProps } from '../../job/useJob';
import { useMay } from '../../session/sessionApi';
import { TrailLines } from './TrailLines';

const openTrailOf = ({ trails }: OpenJob) => trails.findLast(({ concludedWith }) => concludedWith === null);
const foundOn = ({ trails }: OpenJob) => trails.findLast(({ concludedWith }) => concludedWith !== null);

/** What there is to do where a trail is walked: its open step, or the choice of a plan. */
export function sayTestingTask(open: OpenJob): string {
  const trail = openTrailOf(open);
  return trail ? `Testing: ${trail.atStep ?? 'at its conclusion'}` : 'Choose a plan';
}

/** Which plans are followed, in one line. */
export const sayTesting = ({ trails }: OpenJob): string =>
  trails.length === 0
    ? 'plans that fit the codes and the complaint, with the reasons'
    : trails.map(({ planTitle }) => planTitle).join(', ');

/** The cause that was found and the trail that found it, or what the trail is to find. */
export function CauseFacts({ open }: { readonly open: OpenJob }) {
  const found = foundOn(open);
  if (!found) return 'named with its evidence';
  return (
    <>
      <b>{found.concludedWith}</b>, on <Link to={`/trails/${found.trailId}/record`}>{found.planTitle}</Link>
    </>
  );
}

/** The trails walked on this visit, the way back onto the open one, and the way to a plan. */
export function TestingStation({ open, isDue }: StationBodyProps) {
  const { jobId, trails } = open;
  const mayWalk = useMay('recordTrails');
  const openTrail = openTrailOf(open);
  const leads = isDue ? ({ size: 'lg', mih: 56 } as const) : ({ variant: 'default' } as const);
  return (
    <>
      {trails.length > 0 && <TrailLines trails={trails} />}
      <Group mt="md">
        {openTrail && (
          <Button component={Link} to={`/trails/${openTrail.trailId}`} {...leads}>
            {mayWalk ? 'Go on with the trail' : 'Look at the trail'}
          </Button>
        )}
        {mayWalk && (
          <Button component={Link} to={`/jobs/${jobId}/plans`} {...(openTrail ? { variant: 'default' } : leads)}>
            Choose a plan
          </Button>
        )}
      </Group>
    </>
  );
}

/** The cause: to be accepted on its trail, or the one that was. */
export function CauseStation({ open, isDue }: StationBodyProps) {
  const openTrail = openTrailOf(open);
  if (isDue && openTrail)
    return (
      <>
        <p>
          The trail “{openTrail.planTitle}” has come to its conclusion. Look at the evidence, then accept it or test
          more.
        </p>
        <Button component={Link} to={`/trails/${openTrail.trailId}`} size="lg" mih={56}>
          See the evidence
        </Button>
      </>
    );
  const found = foundOn(open);
  return found ? (
    <TrailLines trails={[found]} />
  ) : (
    <p className="soft">It opens when a trail comes to its conclusion.</p>
  );
}
