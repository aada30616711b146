import { type Proof, proofOf } from '@probe-trail/core/proof';
import { useMemo } from 'react';
import type { OpenJob } from '../job/useJob';
import type { OpenTrail } from '../trail/log/useTrail';
import { useTrails } from '../trail/log/useTrails';

/** What must be shown on a job and what has been, computed from what this device knows of it. */
export function useProof({ job, events, sheets, trails: lines }: OpenJob): {
  readonly proof: Proof | undefined;
  readonly trails: ReadonlyMap<string, OpenTrail>;
} {
  const trails = useTrails(lines.map(({ trailId }) => trailId));
  const proof = useMemo(
    () =>
      proofOf({
        job,
        events,
        sheets,
        trails: new Map([...trails].map(([trailId, { trail }]) => [trailId, trail])),
      }),
    [job, events, sheets, trails],
  );
  return { proof, trails };
}
