import { Button } from '@mantine/core';
import { type Proof, type ProofPoint, pointStates } from '@probe-trail/core/proof';
import type { ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import type { OpenJob } from '../job/useJob';
import { VerdictMark } from '../spec/VerdictMark';
import type { OpenTrail } from '../trail/log/useTrail';
import { BeforeAfter } from './BeforeAfter';
import { DoTask } from './DoTask';
import classes from './ProofPoints.module.css';
import { markOfPoint } from './proofLook';

interface PointsProps {
  readonly open: OpenJob;
  readonly proof: Proof;
  readonly trails: ReadonlyMap<string, OpenTrail>;
  readonly mayWork: boolean;
}

/** Everything that must be shown, each with what was shown and the way to show it. */
export function ProofPoints({ open, proof, trails, mayWork }: PointsProps) {
  const leads = proof.points.find(({ state }) => state === 'missing')?.key;
  return (
    <ul className={classes.points} aria-label="What must be shown">
      {proof.points.map((point) => (
        <li key={point.key} data-state={point.state}>
          <VerdictMark kind={markOfPoint[point.state]} />
          <div>
            <b>{point.what}</b>
            <p>
              {hasWord(point) && <b>{pointStates[point.state]}. </b>}
              {point.said}
            </p>
            <Compared point={point} trails={trails} />
            {mayWork && point.task && point.state !== 'shown' && <DoTask open={open} due={point.task} />}
          </div>
          {mayWork && proof.repair && (
            <WayTo
              point={point}
              isLeading={point.key === leads}
              jobId={open.jobId}
              repairId={proof.repair.repairId}
              trails={trails}
            />
          )}
        </li>
      ))}
    </ul>
  );
}

/** What is shown, and what is to be done, is said in the sentence itself. */
const hasWord = ({ state }: ProofPoint): boolean => state === 'contradicted' || state === 'notPossible';

function Compared({
  point: { again },
  trails,
}: {
  readonly point: ProofPoint;
  readonly trails: PointsProps['trails'];
}) {
  const open = again && trails.get(again.trailId);
  return open ? <BeforeAfter trail={open.trail} again={again} /> : null;
}

interface WayProps {
  readonly point: ProofPoint;
  /** Whether it is what comes next. */
  readonly isLeading: boolean;
  readonly jobId: string;
  readonly repairId: string;
  readonly trails: PointsProps['trails'];
}

/** Where a point is shown: on its trail, or at the codes. Trying it out has a form of its own. */
function WayTo({ point: { about, again, state }, isLeading, jobId, repairId, trails }: WayProps): ReactNode {
  const navigate = useNavigate();
  const variant = isLeading ? 'filled' : state === 'shown' ? 'subtle' : 'default';
  if (again) {
    const open = trails.get(again.trailId);
    if (!open) return null;
    const measure = () => {
      if (open.record({ kind: 'proofStepOpened', stepId: again.stepId, repairId }))
        void navigate(`/trails/${again.trailId}`);
    };
    return (
      <Button variant={variant} size="md" onClick={measure}>
        {again.before ? 'Measure again' : 'Measure'}
      </Button>
    );
  }
  if (state === 'shown' || (about !== 'codes' && about !== 'units')) return null;
  return (
    <Button variant={variant} size="md" component={Link} to={`/jobs/${jobId}/codes`}>
      To the codes
    </Button>
  );
}
