import {
  isLeftOver,
  type RecordedRepair,
  returnsAfter,
  sayPart,
  sayRepair,
  type VehiclePast,
  type VehicleRepair,
} from '@probe-trail/core/repair';
import dayjs from 'dayjs';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Day, Moment } from '../device/Moment';
import { Thumbs } from '../photo/Thumbs';
import { VerdictMark } from '../spec/VerdictMark';
import { sayCount } from '../ui/sayCount';
import classes from './RepairLines.module.css';

interface LinesProps<One extends RecordedRepair> {
  readonly repairs: readonly One[];
  /** Of repairs of a vehicle: its visits, to see what came back. */
  readonly past?: VehiclePast;
  /** What can be done about each. */
  readonly actions?: (repair: One) => ReactNode;
}

/** Repairs, each with what was done, what was used, and whether it lasts. */
export const RepairLines = <One extends RecordedRepair>({ repairs, past, actions }: LinesProps<One>) => (
  <ul className={classes.repairs}>
    {repairs.map((one) => (
      <li key={one.repairId}>
        <VerdictMark kind={markOf(one)} size={20} />
        <div>
          <b>{sayRepair(one.repair)}</b>
          {one.failedBecause !== null && <p>It did not help: {one.failedBecause}</p>}
          <Details recorded={one} />
          {past && isOfVehicle(one) && <CameBack repair={one} past={past} />}
          <small className="soft">
            {one.by}, <Moment atMs={one.atMs} />
          </small>{' '}
          {actions?.(one)}
        </div>
      </li>
    ))}
  </ul>
);

const isOfVehicle = (repair: RecordedRepair): repair is VehicleRepair => 'madeGoodOn' in repair;

/** The fault was there again on later visits: what was done did not last, or was not the cause. */
function CameBack({ repair, past }: { readonly repair: VehicleRepair; readonly past: VehiclePast }) {
  return returnsAfter(repair, past).map(({ jobId, by, what, days, kilometres }) => (
    <p key={jobId}>
      <b>It came back</b> after {days === 0 ? 'less than a day' : sayCount(days, 'day')}
      {kilometres !== null && `, ${kilometres.toLocaleString('en')} km`}: {what.join(', ')} {returned[by]}, on{' '}
      <Link to={`/jobs/${jobId}`}>that visit</Link>.
    </p>
  ));
}

const returned = { cause: 'repaired again', part: 'replaced again', code: 'stood again' } as const;

function markOf(repair: RecordedRepair) {
  if (repair.failedBecause !== null) return 'outOfSpec';
  const isOpen = isOfVehicle(repair) ? isLeftOver(repair) : repair.repair.lasts.kind === 'temporary';
  return isOpen ? 'tooCloseToCall' : 'inSpec';
}

function Details({ recorded }: { readonly recorded: RecordedRepair }) {
  const { done, parts, condition, conditionPhotoIds, isOldPartKept, lasts, forNext } = recorded.repair;
  const isMadeGood = isOfVehicle(recorded) && recorded.madeGoodOn !== null;
  return (
    <>
      {done !== '' && <p>{done}</p>}
      {parts.length > 0 && <p>Used: {parts.map(sayPart).join('; ')}</p>}
      {condition !== '' && <p>Condition found: {condition}</p>}
      <Thumbs
        photos={(conditionPhotoIds ?? []).map((photoId, at) => ({ photoId, alt: `Condition found, ${at + 1}` }))}
      />
      {isOldPartKept && <p>The old part is kept.</p>}
      {isMadeGood && <p>It was temporary, and is made good.</p>}
      {lasts.kind === 'temporary' && !isMadeGood && recorded.failedBecause === null && (
        <p>
          <b>Temporary.</b> Still to be done: {lasts.remains}, by <Day atMs={dayjs(lasts.dueBy).valueOf()} />
        </p>
      )}
      {forNext !== '' && <p>For whoever works on it next: {forNext}</p>}
    </>
  );
}
