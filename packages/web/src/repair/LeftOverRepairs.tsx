import { Button } from '@mantine/core';
import { isOfEarlierVisit } from '@probe-trail/core/job';
import { isLeftOver, sayRepair, type VehicleRepair } from '@probe-trail/core/repair';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import { nowMs } from '../device/clock';
import { Day } from '../device/Moment';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';

/** Temporary repairs of earlier visits that nobody has made good: said first, whatever the bus comes for. */
export function LeftOverRepairs({ open }: { readonly open: OpenJob }) {
  const { job, jobId, repairs } = open;
  const isMadeGood = (repair: VehicleRepair) => job.madeGood.some(({ repairId }) => repairId === repair.repairId);
  const left = repairs.filter(
    (repair) => isOfEarlierVisit(job, jobId, repair) && isLeftOver(repair) && !isMadeGood(repair),
  );
  return left.map((repair) => <LeftOver key={repair.repairId} open={open} repair={repair} />);
}

interface LeftOverProps {
  readonly open: OpenJob;
  readonly repair: VehicleRepair;
}

function LeftOver({ open: { job, record }, repair: { jobId, repairId, repair } }: LeftOverProps) {
  const { note, isBusy } = useRecording(record);
  const mayWork = useMay('workOnJobs');
  if (repair.lasts.kind !== 'temporary') return null;
  const { remains, dueBy } = repair.lasts;
  const isOverdue = dayjs(dueBy).endOf('day').valueOf() < nowMs();
  return (
    <Notice kind="tooCloseToCall" title={`Temporary repair: ${sayRepair(repair)}`}>
      <p>
        Still to be done: {remains}, by <Day atMs={dayjs(dueBy).valueOf()} />
        {isOverdue && <b> (overdue)</b>}. <Link to={`/jobs/${jobId}`}>The visit of then</Link>
      </p>
      {mayWork && job.stage !== 'gone' && (
        <Button
          variant="default"
          mt="xs"
          loading={isBusy}
          onClick={() => void note({ kind: 'repairMadeGood', jobId, repairId, how: '' })}
        >
          Made good now
        </Button>
      )}
    </Notice>
  );
}
