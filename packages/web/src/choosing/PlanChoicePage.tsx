import { Button, Chip, Modal, Stack } from '@mantine/core';
import { type PlanChoice, type RankedPlan, sayPlanFit, sayPlanReason } from '@probe-trail/core/choosing';
import { formatFaultCode } from '@probe-trail/core/codes';
import { isUnfit, jobEventLengths, readinessOf, sayReadiness } from '@probe-trail/core/job';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { TextBlock } from '../fields/TextField';
import { Page } from '../frame/Page';
import { usePlanChoiceQuery } from '../job/jobApi';
import { type OpenJob, useJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { Notice } from '../spec/Notice';
import { VerdictMark } from '../spec/VerdictMark';
import { useStartTrail } from '../trail/start/useStartTrail';
import { Covers } from '../vehicle/Covers';
import { Bulletins } from './Bulletins';
import classes from './PlanChoicePage.module.css';

/** The plans that fit a job, best first, with the reasons; bulletins and cover where they match. */
export function PlanChoicePage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  const [codes, setCodes] = useState<readonly string[] | undefined>();
  const choice = usePlanChoiceQuery({ jobId, codes }, { refetchOnMountOrArgChange: true });
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}choose a plan`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait
        for={open && choice.data ? { open, choice: choice.data } : undefined}
        error={error ?? choice.error}
        retry={retry}
      >
        {(both) => <Choice {...both} onCodesChosen={setCodes} />}
      </Wait>
    </Page>
  );
}

interface ChoiceProps {
  readonly open: OpenJob;
  readonly choice: PlanChoice;
}

function Choice({
  open,
  choice,
  onCodesChosen,
}: ChoiceProps & { readonly onCodesChosen: (codes: readonly string[]) => void }) {
  const [showsOthers, setShowsOthers] = useState(false);
  const { request, codes, plans, bulletins } = choice;
  const fitting = plans.filter(({ fit }) => fit.kind === 'fits');
  const others = plans.filter(({ fit }) => fit.kind !== 'fits');
  const readiness = readinessOf(open.job);
  return (
    <>
      <div className={classes.asked}>
        <span className="soft">
          Based on the complaint,{' '}
          {[request.line, request.engine].filter(Boolean).join(' with ') || 'a vehicle of unknown model'}
          {codes.length > 0 && ', and the codes'}
        </span>
        <Chip.Group multiple value={request.codes.map(formatFaultCode)} onChange={onCodesChosen}>
          {codes.map(formatFaultCode).map((text) => (
            <Chip key={text} value={text} variant="outline" size="md">
              <span className="mono">{text}</span>
            </Chip>
          ))}
        </Chip.Group>
      </div>
      {isUnfit(readiness) && <Notice kind="outOfSpec" title={sayReadiness(readiness)} />}
      <Bulletins bulletins={bulletins} />
      <div className={classes.columns}>
        <div>
          {fitting.length === 0 && <p>No plan for this vehicle covers these codes or this complaint.</p>}
          {fitting.map((plan) => (
            <PlanOffer key={plan.candidate.planId} open={open} choice={choice} plan={plan} />
          ))}
          {others.length > 0 && !showsOthers && (
            <Button variant="subtle" px={0} onClick={() => setShowsOthers(true)}>
              {others.length} {others.length === 1 ? 'plan' : 'plans'} for other vehicles
            </Button>
          )}
          {showsOthers &&
            others.map((plan) => <PlanOffer key={plan.candidate.planId} open={open} choice={choice} plan={plan} />)}
          <WithoutPlan open={open} />
          <NoPlanFits open={open} />
        </div>
        <aside>
          <Covers open={open} />
        </aside>
      </div>
    </>
  );
}

interface OfferProps extends ChoiceProps {
  readonly plan: RankedPlan;
}

function PlanOffer({ open, choice, plan: { candidate, fit, reasons } }: OfferProps) {
  const { planId, version, title, expectedMinutes, tools, uses, found } = candidate;
  const { start, problem, isBusy } = useStartTrail();
  const begin = () =>
    start({
      follows: { planId, version },
      jobId: open.jobId,
      vehicle: { fleetNumber: open.vehicle.fleetNumber, line: open.line?.name ?? open.vehicle.lineId },
      complaint: open.job.arrival.complaint,
    });
  return (
    <article className={classes.offer} data-fits={fit.kind === 'fits' || undefined}>
      <h2>
        <Link to={`/plans/${planId}`}>{title}</Link>
      </h2>
      <p className={classes.fit}>
        <VerdictMark kind={fit.kind === 'fits' ? 'inSpec' : 'tooCloseToCall'} size={18} />{' '}
        {sayPlanFit(fit, choice.request)}
      </p>
      <ul className={`bullets ${classes.reasons}`}>
        {reasons.map((reason) => (
          <li key={sayPlanReason(reason)}>{sayPlanReason(reason)}</li>
        ))}
      </ul>
      <p className="soft">
        About {expectedMinutes} min. {tools.length > 0 && `Needs ${tools.join(', ')}. `}
        {sayUses(uses, found)}
      </p>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Button
        size="lg"
        variant={fit.kind === 'fits' ? 'filled' : 'default'}
        loading={isBusy}
        onClick={() => void begin()}
      >
        Follow this plan
      </Button>
    </article>
  );
}

function sayUses(uses: number, found: RankedPlan['candidate']['found']): string {
  if (uses === 0) return 'Not used here yet.';
  const used = `Used ${uses === 1 ? 'once' : `${uses} times`}`;
  if (found.length === 0) return `${used}; nothing that it found was proven yet.`;
  const most = found.slice(0, 3).map(({ title, count }) => `${title} (${count})`);
  return `${used}; found and proven: ${most.join(', ')}.`;
}

/** Testing goes on where nobody has written a plan: with the same evidence and the same record. */
function WithoutPlan({ open }: { readonly open: OpenJob }) {
  const { start, problem } = useStartTrail();
  const begin = () =>
    start({
      follows: undefined,
      jobId: open.jobId,
      vehicle: { fleetNumber: open.vehicle.fleetNumber, line: open.line?.name ?? open.vehicle.lineId },
      complaint: open.job.arrival.complaint,
    });
  return (
    <div className={classes.none}>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Button variant="default" size="lg" onClick={() => void begin()}>
        Test without a plan
      </Button>
      <p className="soft">
        You name the suspects and the tests as you go; the readings narrow them down as a plan’s would.
      </p>
    </div>
  );
}

/** An honest way on when nothing fits: the author is told, and the job says so. */
function NoPlanFits({ open: { jobId, job, record } }: { readonly open: OpenJob }) {
  const navigate = useNavigate();
  const [wanted, setWanted] = useState<string | undefined>();
  const { note, isBusy } = useRecording(record);
  const tell = async () => {
    if (await note({ kind: 'planMissed', wanted: (wanted ?? '').trim() })) void navigate(`/jobs/${jobId}`);
  };
  return (
    <div className={classes.none}>
      <Button variant="subtle" px={0} onClick={() => setWanted(job.arrival.complaint)}>
        No plan fits
      </Button>
      <Modal opened={wanted !== undefined} onClose={() => setWanted(undefined)} title="No plan fits">
        <Stack>
          <p>
            The authors see that a plan was missing for this bus, and what for. The job goes on without one; write what
            you find into its notes.
          </p>
          <TextBlock
            label="A plan is wanted for"
            minRows={2}
            maxLength={jobEventLengths('planMissed').wanted}
            value={wanted ?? ''}
            onText={setWanted}
          />
          <Button loading={isBusy} onClick={() => void tell()}>
            Tell the authors
          </Button>
        </Stack>
      </Modal>
    </div>
  );
}
