import { Button, Group } from '@mantine/core';
import { isRepaired } from '@probe-trail/core/job';
import { blankRepair, type RecordedRepair, sayRepair } from '@probe-trail/core/repair';
import { cutText } from '@probe-trail/core/text';
import { placeOfTrail, trailEventLengths } from '@probe-trail/core/trail';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useKeptState } from '../device/keptState';
import { ReasonForm } from '../fields/ReasonForm';
import type { OpenJob, StationBodyProps } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useMay } from '../session/sessionApi';
import { useTrail } from '../trail/log/useTrail';
import { useTrails } from '../trail/log/useTrails';
import { causesOf, offeredRepair } from './causesOf';
import { isRepair } from './keptRepair';
import { RepairForm } from './RepairForm';
import { RepairLines } from './RepairLines';

const causeOf = ({ trails }: OpenJob) => trails.findLast(({ concludedWith }) => concludedWith !== null);

/** What was repaired, in one line; before that, what happens there. */
export const sayRepairs = ({ job: { repairs } }: OpenJob): string =>
  repairs.length === 0
    ? 'what is replaced, cleaned or repaired'
    : repairs
        .map(({ repair, failedBecause }) => `${sayRepair(repair)}${failedBecause === null ? '' : ' (did not help)'}`)
        .join('; ');

/** From the cause that was found to the repair of it; several may be recorded, and those that did not help stay. */
export function RepairStation({ open, isDue }: StationBodyProps) {
  const { job } = open;
  const mayWork = useMay('workOnJobs');
  const [isAdding, setIsAdding] = useState(false);
  const isFirst = isDue && !isRepaired(job);
  if (!isDue && job.repairs.length === 0 && !mayWork)
    return <p className="soft">The technician records it at the vehicle.</p>;
  return (
    <>
      <Found open={open} />
      {job.repairs.length > 0 && (
        <RepairLines
          repairs={job.repairs}
          actions={(repair) =>
            mayWork &&
            job.stage !== 'gone' &&
            (repair.failedBecause === null ? (
              <DidNotHelp open={open} repair={repair} />
            ) : (
              <TakeUpAgain repair={repair} />
            ))
          }
        />
      )}
      {mayWork && (isFirst || isAdding) && <NewRepair open={open} onRecorded={() => setIsAdding(false)} />}
      <Group mt="sm">
        {mayWork && !isFirst && !isAdding && (
          <Button variant="default" onClick={() => setIsAdding(true)}>
            Add a repair
          </Button>
        )}
        {isDue && job.stage === 'open' && <UnderRepair open={open} />}
      </Group>
    </>
  );
}

function Found({ open }: { readonly open: OpenJob }) {
  const cause = causeOf(open);
  if (!cause) return <p className="soft">No trail names a cause. A repair can be recorded all the same.</p>;
  return (
    <p>
      Found: <b>{cause.concludedWith}</b>. The <Link to={`/trails/${cause.trailId}/record`}>record of the trail</Link>{' '}
      has the evidence.
    </p>
  );
}

/** Tells the board that the bus is taken apart, before there is anything to record. */
function UnderRepair({ open: { record } }: { readonly open: OpenJob }) {
  const { note, isBusy } = useRecording(record);
  const mayMove = useMay('takeInJobs');
  if (!mayMove) return null;
  return (
    <Button variant="default" loading={isBusy} onClick={() => void note({ kind: 'stageSet', stage: 'mending' })}>
      Show it as under repair
    </Button>
  );
}

interface NewProps {
  readonly open: OpenJob;
  readonly onRecorded: () => void;
}

function NewRepair({ open, onRecorded }: NewProps) {
  const cause = causeOf(open);
  if (!cause) return <WrittenRepair open={open} causes={[]} onRecorded={onRecorded} />;
  return <RepairFromTrail open={open} trailId={cause.trailId} onRecorded={onRecorded} />;
}

/** What the plan says of the repair is filled in once the trail is there; without the network it is written by hand. */
function RepairFromTrail({ open, trailId, onRecorded }: NewProps & { readonly trailId: string }) {
  const { open: trail, error } = useTrail(trailId);
  if (!trail && error === undefined) return <p className="soft">Looking up what the plan says of the repair…</p>;
  const causes = trail ? causesOf(trailId, trail.trail) : [];
  return <WrittenRepair open={open} causes={causes} onRecorded={onRecorded} />;
}

function WrittenRepair({
  open: { jobId, job, record },
  causes,
  onRecorded,
}: NewProps & { readonly causes: ReturnType<typeof causesOf> }) {
  const { note, isBusy } = useRecording(record);
  // The first repair is of what was found; whatever comes after it is something else.
  const offered = job.repairs.length === 0 ? offeredRepair(causes) : blankRepair;
  const [repair, setRepair, forget] = useKeptState(`repair-${jobId}`, offered, isRepair);
  return (
    <RepairForm
      initial={repair}
      causes={causes}
      onChange={setRepair}
      isBusy={isBusy}
      onRecord={async (written) => {
        if (!(await note({ kind: 'repaired', repair: written }))) return;
        forget();
        onRecorded();
      }}
    />
  );
}

/** The trail that named the cause of a repair, and the way to take it up again as the repair did not help. */
function useReopening({ repairId, repair }: RecordedRepair) {
  const navigate = useNavigate();
  const { trailId, suspectId } = repair;
  const open = useTrails(trailId === null ? [] : [trailId]).get(trailId ?? '');
  if (!open || placeOfTrail(open.trail).kind !== 'concluded') return undefined;
  if (open.trail.failedRepairs.some((one) => one.repairId === repairId)) return undefined;
  const { what = 0 } = trailEventLengths('reopened');
  return (because: string) => {
    const suspectIds = suspectId === null ? [] : [suspectId];
    if (open.record({ kind: 'reopened', repairId, suspectIds, what: cutText(sayRepair(repair), what), because }))
      void navigate(`/trails/${open.trailId}`);
  };
}

/** A repair that did not help stays in the record as such, and its trail is taken up again. */
function DidNotHelp({ open: { job, record }, repair: recorded }: FailProps) {
  const { note } = useRecording(record);
  const reopen = useReopening(recorded);
  const { repairId, repair } = recorded;
  const fail = async (because: string) => {
    const isMovedByHand = job.stage === 'mending' || job.stage === 'proving';
    const back = isMovedByHand ? [{ kind: 'stageSet', stage: 'open' } as const] : [];
    if (await note({ kind: 'repairFailed', repairId, because }, ...back)) reopen?.(because);
  };
  return (
    <ReasonForm
      opens="It did not help"
      label="What shows that it did not help?"
      description={`${sayRepair(repair)}: it stays in the record, and the fault is looked for again`}
      does="Record that it did not help"
      onReason={(because) => void fail(because)}
    />
  );
}

/** Where the trail was not at hand when the repair was marked as one that did not help. */
function TakeUpAgain({ repair }: { readonly repair: RecordedRepair }) {
  const reopen = useReopening(repair);
  if (!reopen || repair.failedBecause === null) return null;
  const because = repair.failedBecause;
  return (
    <Button variant="default" mt="sm" onClick={() => reopen(because)}>
      Take the trail up again
    </Button>
  );
}

interface FailProps {
  readonly open: OpenJob;
  readonly repair: RecordedRepair;
}
