import type { Trail } from '@probe-trail/core/trail';
import { skipToken } from '@reduxjs/toolkit/query';
import { sayExact } from '../../device/ago';
import { useJobLogQuery } from '../../job/jobApi';
import { usePlanVersionQuery } from '../../plan/planApi';
import { Facts } from '../../ui/Facts';
import { useVehicleQuery } from '../../vehicle/vehicleApi';

/** What a sheet of paper must say of a trail, as nobody can look it up there: the vehicle, its plan and its days. */
export function RecordFacts({ trail }: { readonly trail: Trail }) {
  const { jobId, planId, planVersion, vehicle, complaint, openedBy, openedAtMs, lastEventAtMs } = trail;
  const { data: job } = useJobLogQuery(jobId ?? skipToken);
  const taken = job?.events[0];
  const { data: sheet } = useVehicleQuery(taken?.kind === 'takenIn' ? taken.vehicleId : skipToken);
  const followed = planId !== null && planVersion !== null ? { planId, version: planVersion } : skipToken;
  const { data: version } = usePlanVersionQuery(followed);
  const odometer = sheet?.odometer.find(({ atMs }) => atMs <= lastEventAtMs) ?? sheet?.odometer.at(-1);
  return (
    <Facts
      isRow
      facts={[
        ['Vehicle', `${vehicle.fleetNumber}, ${vehicle.line}`],
        ['VIN', sheet?.vehicle.vin ?? ''],
        ['Odometer', odometer ? `${odometer.text} (${sayExact(odometer.atMs)})` : ''],
        ['Complaint', complaint === '' ? '' : `“${complaint}”`],
        ['Begun', `${sayExact(openedAtMs)}, ${openedBy}`],
        [
          'Plan',
          planVersion === null
            ? 'without a plan'
            : `version ${planVersion}${version ? `, written by ${version.savedBy}${version.approvedBy ? `, approved by ${version.approvedBy}` : ''}` : ''}`,
        ],
      ]}
    />
  );
}
