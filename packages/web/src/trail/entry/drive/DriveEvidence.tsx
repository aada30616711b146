import type { DriveSpec } from '@probe-trail/core/spec';
import type { EntryOf } from '@probe-trail/core/trail';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { sayLength } from '../../../recording/sayLength';
import classes from './DrivePanel.module.css';

// The drawing library is large; the verdict stands before the lines.
const DrivePicture = lazy(() => import('./DrivePicture'));

interface EvidenceProps {
  readonly jobId: string | null;
  readonly spec: DriveSpec;
  readonly entry: EntryOf<'driven'>;
  /** Of alike things the one that is odd has its id: it is drawn in front. */
  readonly zoneId: string | undefined;
}

/** The worst stretch of a drive as it was recorded, and the way to the whole. */
export function DriveEvidence({ jobId, spec, entry, zoneId }: EvidenceProps) {
  const { recordingId, countedSeconds, trace } = entry;
  const [fromMs, toMs] = [trace.ms[0], trace.ms.at(-1)];
  return (
    <figure className={classes.evidence}>
      {trace.ms.length > 1 && (
        <Suspense fallback={<div className={classes.picture} />}>
          <DrivePicture spec={spec} trace={trace} inFront={zoneId} />
        </Suspense>
      )}
      <figcaption>
        It counted for {sayLength(countedSeconds * 1000)}.{' '}
        {jobId !== null && recordingId !== null && fromMs !== undefined && toMs !== undefined && (
          <Link to={`/jobs/${jobId}/recordings/${recordingId}?from=${fromMs}&to=${toMs}`}>The worst of it</Link>
        )}
      </figcaption>
    </figure>
  );
}
