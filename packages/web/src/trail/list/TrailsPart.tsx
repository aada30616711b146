import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { Part } from '../../job/Part';
import type { OpenJob } from '../../job/useJob';
import { useMay } from '../../session/sessionApi';
import { TrailLines } from './TrailLines';

/** The trails walked on this visit, and the way to a plan. */
export function TrailsPart({ open: { jobId, trails } }: { readonly open: OpenJob }) {
  const mayWalk = useMay('recordTrails');
  return (
    <Part
      title="Trails"
      actions={
        mayWalk && (
          <Button component={Link} to={`/jobs/${jobId}/plans`} variant={trails.length > 0 ? 'default' : 'filled'}>
            Choose a plan
          </Button>
        )
      }
    >
      {trails.length === 0 ? (
        <p className="soft">None yet. The plans that fit the codes and the complaint are ranked, with the reasons.</p>
      ) : (
        <TrailLines trails={trails} />
      )}
    </Part>
  );
}
