import { Button, Group } from '@mantine/core';
import { indexPlan } from '@probe-trail/core/plan';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { Moment } from '../../ui/Moment';
import { EvidenceList } from '../record/EvidenceList';
import classes from './ConclusionPanel.module.css';
import type { OpenTrail } from './useTrail';

/** The end of the plan: the cause with its evidence and its repair. The technician accepts it, or goes back. */
export function ConclusionPanel({ open }: { readonly open: OpenTrail }) {
  const { plan, trail, trailId, record } = open;
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  if (trail.at.kind === 'step') return null;
  const { conclusions, suspects } = indexPlan(plan);
  const conclusion = conclusions.get(trail.at.conclusionId);
  if (!conclusion) return null;
  return (
    <article className={classes.conclusion}>
      <p className="soft">{conclusion.suspectIds.length > 0 ? 'Root cause' : 'No fault found'}</p>
      <h1>{conclusion.title}</h1>
      <p>{conclusion.summary}</p>
      {conclusion.suspectIds.map((id) => {
        const suspect = suspects.get(id);
        return (
          suspect && (
            <section key={id} className={classes.repair}>
              <h2>{suspect.name}</h2>
              <p>{suspect.repair}</p>
              {suspect.afterRepair !== '' && (
                <p>
                  <b>Afterwards:</b> {suspect.afterRepair}
                </p>
              )}
            </section>
          )
        );
      })}
      <h2>Evidence</h2>
      <EvidenceList plan={plan} trail={trail} />
      {trail.at.kind === 'concluded' ? (
        <Group>
          <p className={classes.accepted}>
            Accepted by {trail.at.by}, <Moment atMs={trail.at.atMs} />.
          </p>
          <Button component={Link} to={`/trails/${trailId}/record`} variant="default">
            Record of this trail
          </Button>
        </Group>
      ) : (
        <Group mt="md">
          <Button
            ref={button}
            size="xl"
            mih={64}
            onClick={() => record({ kind: 'concluded', conclusionId: conclusion.id })}
          >
            Accept this conclusion
          </Button>
          <span className="soft">Not convinced? Tap a waymark on the trail and go back to it.</span>
        </Group>
      )}
    </article>
  );
}
