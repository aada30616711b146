import { Button, Group } from '@mantine/core';
import { isRepaired } from '@probe-trail/core/job';
import { blankRepair, type RecordedRepair, sayRepair } from '@probe-trail/core/repair';
import { useState } from 'react';
import { Link } from 'react-router';
import { useKeptState } from '../device/keptState';
import { ReasonForm } from '../fields/ReasonForm';
import type { OpenJob, StationBodyProps } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useMay } from '../session/sessionApi';
import { useTrail } from '../trail/log/useTrail';
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
            repair.failedBecause === null &&
            job.stage !== 'gone' && <DidNotHelp open={open} repair={repair} />
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

/** A repair that did not help stays in the record as such, and the fault is looked for again. */
function DidNotHelp({ open: { job, record }, repair: { repairId, repair } }: FailProps) {
  const { note } = useRecording(record);
  return (
    <ReasonForm
      opens="It did not help"
      label="What shows that it did not help?"
      description={`${sayRepair(repair)}: it stays in the record, and the fault is looked for again`}
      does="Record that it did not help"
      onReason={(because) => {
        const back = job.stage === 'open' ? [] : [{ kind: 'stageSet', stage: 'open' } as const];
        void note({ kind: 'repairFailed', repairId, because }, ...back);
      }}
    />
  );
}

interface FailProps {
  readonly open: OpenJob;
  readonly repair: RecordedRepair;
}
