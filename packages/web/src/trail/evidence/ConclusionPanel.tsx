import { Button, Group } from '@mantine/core';
import { supportOf, supportWords } from '@probe-trail/core/evidence';
import { indexPlan, sayTask } from '@probe-trail/core/plan';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { Moment } from '../../device/Moment';
import { ReasonForm } from '../../fields/ReasonForm';
import { Notice } from '../../spec/Notice';
import { AddSuspects } from '../add/AddSuspects';
import { AddTest } from '../add/AddTest';
import { NameCause } from '../add/NameCause';
import type { OpenTrail } from '../log/useTrail';
import classes from './ConclusionPanel.module.css';
import { EvidenceList } from './EvidenceList';

/** The end of the plan: the cause with its evidence and its repair. The technician accepts it, or goes back. */
export function ConclusionPanel({ open }: { readonly open: OpenTrail }) {
  const { trail, trailId, record } = open;
  const { plan } = trail;
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  if (!('conclusionId' in trail.at)) return null;
  const { conclusions, suspects } = indexPlan(plan);
  const conclusion = conclusions.get(trail.at.conclusionId);
  if (!conclusion) return null;
  const isNamed = trail.added.from !== undefined;
  const support = supportOf(trail, conclusion.id);
  const accept = (assumedBecause: string | null) =>
    record({ kind: 'concluded', conclusionId: conclusion.id, assumedBecause });
  return (
    <article className={classes.conclusion}>
      <p className="soft">
        {conclusion.suspectIds.length > 0 ? 'Root cause' : 'No fault found'}, {supportWords[support]}
      </p>
      <h1>{conclusion.title}</h1>
      <p>{conclusion.summary}</p>
      {conclusion.suspectIds.map((id) => {
        const suspect = suspects.get(id);
        return (
          suspect && (
            <section key={id} className={classes.repair}>
              <h2>{suspect.name}</h2>
              <p>{suspect.repair}</p>
              {suspect.companions.length > 0 && (
                <p>
                  <b>Look at, and replace with it:</b> {suspect.companions.join('; ')}
                </p>
              )}
              {suspect.tasks.length > 0 && (
                <p>
                  <b>Then:</b> {suspect.tasks.map(sayTask).join('; ')}
                </p>
              )}
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
      <EvidenceList trail={trail} />
      {trail.at.kind === 'concluded' ? (
        <Group>
          <p className={classes.accepted}>
            Accepted by {trail.at.by}, <Moment atMs={trail.at.atMs} />
            {trail.at.assumedBecause === undefined ? '.' : `, only assumed: ${trail.at.assumedBecause}`}
          </p>
          {trail.jobId !== null && (
            <Button component={Link} to={`/jobs/${trail.jobId}`} size="lg">
              To the job
            </Button>
          )}
          <Button component={Link} to={`/trails/${trailId}/record`} variant="default" size="lg">
            Record of this trail
          </Button>
        </Group>
      ) : support === 'assumed' ? (
        <>
          <Assumed onAccept={accept} />
          <Group mt="sm">
            {isNamed ? <Withdraw open={open} /> : <NameCause open={open} button={{ size: 'lg', variant: 'default' }} />}
            {!open.isOnlyTried && (
              <>
                <AddTest open={open} label="Test something else" button={{ size: 'lg', variant: 'default' }} />
                <AddSuspects open={open} button={{ size: 'lg', variant: 'default' }} />
              </>
            )}
          </Group>
        </>
      ) : (
        <Group mt="md">
          <Button ref={button} size="xl" mih={64} onClick={() => accept(null)}>
            Accept this conclusion
          </Button>
          {isNamed ? <Withdraw open={open} /> : <NotConvinced />}
        </Group>
      )}
    </article>
  );
}

const NotConvinced = () => <span className="soft">Not convinced? Tap a waymark on the trail and go back to it.</span>;

/** A cause that was named by the technician is withdrawn as easily: the trail goes on where it was. */
const Withdraw = ({ open: { record } }: { readonly open: OpenTrail }) => (
  <Button size="lg" variant="default" onClick={() => record({ kind: 'causeWithdrawn' })}>
    Not yet, test more
  </Button>
);

/** A conclusion that the readings do not bear out: it is accepted with a reason, which stays in the record. */
function Assumed({ onAccept }: { readonly onAccept: (reason: string) => void }) {
  return (
    <Notice kind="tooCloseToCall" title="The readings do not show this">
      <p>Go back to a waymark and measure what tells, or say why you accept it anyway.</p>
      <ReasonForm
        opens="Accept it as an assumption"
        label="Why you accept it"
        description="It stays in the record"
        does="Accept this assumption"
        onReason={onAccept}
      />
    </Notice>
  );
}
