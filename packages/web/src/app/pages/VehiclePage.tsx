import { Button, Modal } from '@mantine/core';
import { formatFaultCode } from '@probe-trail/core/codes';
import { standings } from '@probe-trail/core/job';
import type { VehiclePast } from '@probe-trail/core/repair';
import type { VehicleFinding } from '@probe-trail/core/sideFinding';
import {
  type CodeOverTime,
  checkVin,
  type NewVehicle,
  sayVinNotice,
  type Vehicle,
  type VehicleSheet,
} from '@probe-trail/core/vehicle';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { sayFailure } from '../../api/api';
import { Wait } from '../../api/Wait';
import { Moment } from '../../device/Moment';
import { Page } from '../../frame/Page';
import { RepairLines } from '../../repair/RepairLines';
import { useMay } from '../../session/sessionApi';
import { FindingLines } from '../../sideFinding/FindingLines';
import { Notice } from '../../spec/Notice';
import { TrailLines } from '../../trail/list/TrailLines';
import { Facts } from '../../ui/Facts';
import rows from '../../ui/rows.module.css';
import { Covers } from '../../vehicle/Covers';
import { Odometer } from '../../vehicle/Odometer';
import { VehicleForm } from '../../vehicle/VehicleForm';
import {
  useChangeVehicleMutation,
  useLine,
  useVehicleJobsQuery,
  useVehicleQuery,
  useVehicleTrailsQuery,
} from '../../vehicle/vehicleApi';
import classes from './VehiclePage.module.css';

/** A vehicle: what is known of it, its visits, its codes over time. */
export function VehiclePage() {
  const { vehicleId = '' } = useParams();
  const { data, error, refetch } = useVehicleQuery(vehicleId, { refetchOnMountOrArgChange: true });
  const mayCheckIn = useMay('takeInJobs');
  return (
    <Page
      title={data?.vehicle.fleetNumber ?? 'Vehicle'}
      actions={
        <>
          {data && <ChangeVehicle vehicle={data.vehicle} />}
          {mayCheckIn && (
            <Button component={Link} to={`/jobs/new?vehicle=${vehicleId}`}>
              Check it in
            </Button>
          )}
        </>
      }
    >
      <Wait for={data} error={error} retry={refetch}>
        {(sheet) => <Sheet sheet={sheet} />}
      </Wait>
    </Page>
  );
}

function Sheet({ sheet }: { readonly sheet: VehicleSheet }) {
  const { vehicle, odometer, codes, visits, sideFindings, repairs } = sheet;
  const line = useLine(vehicle.lineId);
  return (
    <div className={classes.columns}>
      <div>
        <Repairs past={{ repairs, visits, odometer }} />
        <Visits vehicleId={vehicle.vehicleId} />
        <Trails vehicleId={vehicle.vehicleId} />
        <SideFindings findings={sideFindings} />
        <CodesOverTime codes={codes} nameOf={(unitId) => line?.units.find(({ id }) => id === unitId)?.name ?? unitId} />
      </div>
      <aside>
        <Known vehicle={vehicle} line={line?.name ?? vehicle.lineId} />
        <Odometer vehicleId={vehicle.vehicleId} readings={odometer} />
        <Covers open={{ line, vehicle, odometer }} />
      </aside>
    </div>
  );
}

function Known({ vehicle, line }: { readonly vehicle: Vehicle; readonly line: string }) {
  return (
    <>
      <Facts
        facts={[
          ['Plate', vehicle.plate],
          ['Model', [line, vehicle.engine, vehicle.modelYear].filter(Boolean).join(' · ')],
          ['In service since', vehicle.inServiceSince],
          ['Non-original equipment', vehicle.notOriginal.join('; ')],
          ['VIN', vehicle.vin || 'not known'],
        ]}
      />
      {checkVin(vehicle.vin).map((notice) => (
        <p key={notice.kind} className={classes.notice}>
          {sayVinNotice(notice)}
        </p>
      ))}
    </>
  );
}

function Visits({ vehicleId }: { readonly vehicleId: string }) {
  const { data, error, refetch } = useVehicleJobsQuery(vehicleId);
  return (
    <section aria-label="Visits">
      <h2 className={classes.part}>Visits</h2>
      <Wait for={data} error={error} retry={refetch}>
        {(jobs) =>
          jobs.length === 0 ? (
            <p className="soft">No visit yet.</p>
          ) : (
            <ul className={`${rows.rows} ${classes.visits}`}>
              {jobs.map(({ jobId, complaint, standing, at, takenInAtMs }) => (
                <li key={jobId}>
                  <Link to={`/jobs/${jobId}`}>
                    <span>
                      <b>{complaint}</b>
                      <small>{[standings[standing].label, at].filter(Boolean).join(': ')}</small>
                    </span>
                    <small>
                      <Moment atMs={takenInAtMs} />
                    </small>
                  </Link>
                </li>
              ))}
            </ul>
          )
        }
      </Wait>
    </section>
  );
}

function Trails({ vehicleId }: { readonly vehicleId: string }) {
  const { data: trails = [] } = useVehicleTrailsQuery(vehicleId);
  if (trails.length === 0) return null;
  return (
    <section aria-label="Trails" className={classes.section}>
      <h2 className={classes.part}>Trails</h2>
      <TrailLines trails={trails} />
    </section>
  );
}

/** Temporary ones first: they must not be forgotten. */
function Repairs({ past }: { readonly past: VehiclePast }) {
  if (past.repairs.length === 0) return null;
  return (
    <section aria-label="Repairs" className={classes.section}>
      <h2 className={classes.part}>Repairs</h2>
      <RepairLines
        repairs={past.repairs}
        past={past}
        actions={({ jobId }) => <Link to={`/jobs/${jobId}`}>The visit</Link>}
      />
    </section>
  );
}

function SideFindings({ findings }: { readonly findings: readonly VehicleFinding[] }) {
  if (findings.length === 0) return null;
  return (
    <section aria-label="Side findings" className={classes.section}>
      <h2 className={classes.part}>Side findings</h2>
      <FindingLines
        findings={findings}
        actions={({ jobId, doneOn }) => (
          <>
            <Link to={`/jobs/${jobId}`}>The visit</Link>
            {doneOn !== null && <p>It was seen to.</p>}
          </>
        )}
      />
    </section>
  );
}

interface CodesProps {
  readonly codes: readonly CodeOverTime[];
  readonly nameOf: (unitId: string) => string;
}

function CodesOverTime({ codes, nameOf }: CodesProps) {
  return (
    <section aria-label="Codes over time">
      <h2 className={classes.part}>Codes over time</h2>
      {codes.length === 0 && <p className="soft">No code on any code sheet yet.</p>}
      <ul className={classes.codes}>
        {codes.map((code) => (
          <li key={`${code.unitId} ${formatFaultCode(code)}`}>
            <b className="mono">{formatFaultCode(code)}</b>
            <span>
              {code.text}
              <small>{nameOf(code.unitId)}</small>
            </span>
            <small>
              {code.sheets > 1 ? (
                <>
                  {code.sheets} sheets, <Moment atMs={code.firstAtMs} /> to <Moment atMs={code.lastAtMs} />
                </>
              ) : (
                <Moment atMs={code.lastAtMs} />
              )}
            </small>
          </li>
        ))}
      </ul>
    </section>
  );
}

function ChangeVehicle({ vehicle }: { readonly vehicle: Vehicle }) {
  const [isOpen, setIsOpen] = useState(false);
  const [change, { error, isLoading, reset }] = useChangeVehicleMutation();
  const mayKeep = useMay('keepVehicles');
  if (!mayKeep) return null;
  const { vehicleId, revision, ...fields } = vehicle;
  const save = async (written: NewVehicle) => {
    if (!(await change({ vehicleId, revision, ...written })).error) setIsOpen(false);
  };
  const open = () => {
    reset();
    setIsOpen(true);
  };
  return (
    <>
      <Button variant="default" onClick={open}>
        Change
      </Button>
      <Modal opened={isOpen} onClose={() => setIsOpen(false)} title={vehicle.fleetNumber} size="xl">
        {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
        <VehicleForm initial={fields} onSave={save} isBusy={isLoading} />
      </Modal>
    </>
  );
}
