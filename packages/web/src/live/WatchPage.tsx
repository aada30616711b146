import { Button, Group } from '@mantine/core';
import { type BusWatch, causesOfLoss, isThereNow, withoutLosses, withSeen } from '@probe-trail/core/busWatch';
import type { Line } from '@probe-trail/core/vehicle';
import type { WatchLine } from '@probe-trail/core/vehicleInterface';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Wait } from '../api/Wait';
import { deviceNowMs } from '../device/clock';
import { Page } from '../frame/Page';
import { useJob } from '../job/useJob';
import { Notice } from '../spec/Notice';
import { playPresence } from './playPresence';
import { UnitRow } from './UnitRow';
import { useSeconds } from './useSeconds';
import { useVehicleStream } from './useVehicleStream';
import classes from './WatchPage.module.css';

/** Which units answer just now, and which did not: for whoever moves a harness. */
export function WatchPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  return (
    <Page
      title={`${open ? `${open.vehicle.fleetNumber}: ` : ''}watch over the units`}
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      <Wait for={open} error={error} retry={retry}>
        {({ line }) => (line ? <Watch jobId={jobId} line={line} /> : <p>The units of this model are not known.</p>)}
      </Wait>
    </Page>
  );
}

const nobody: BusWatch = new Map();

function Watch({ jobId, line }: { readonly jobId: string; readonly line: Line }) {
  const [watch, setWatch] = useState(nobody);
  // As it is now: several answers may come before it is drawn once.
  const latest = useRef(nobody);
  const become = (next: BusWatch) => {
    latest.current = next;
    setWatch(next);
  };
  useSeconds();
  const problem = useVehicleStream<WatchLine>(`/api/jobs/${jobId}/interface/watch`, ({ unitId, isThere }) => {
    const next = withSeen(latest.current, { unitId, atMs: deviceNowMs(), isThere });
    if (next === latest.current) return;
    if (latest.current.has(unitId)) playPresence(isThere);
    become(next);
  });
  return (
    <>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Group className={classes.bar}>
        <p className={classes.standing} role="status">
          {sayStanding(watch, line)}
        </p>
        <Button size="lg" variant="default" onClick={() => become(withoutLosses(latest.current))}>
          Count losses from now
        </Button>
      </Group>
      <ul className={classes.units}>
        {line.units.map((unit) => (
          <UnitRow key={unit.id} unit={unit} presence={watch.get(unit.id)} nowMs={deviceNowMs()} />
        ))}
      </ul>
      <Shared watch={watch} line={line} />
    </>
  );
}

function sayStanding(watch: BusWatch, { units }: Line): string {
  const there = units.filter(({ id }) => isThereNow(watch.get(id)) === true);
  const silent = units.filter(({ id }) => isThereNow(watch.get(id)) === false).map(({ name }) => name);
  if (there.length + silent.length === 0) return 'Listening…';
  const counted = `${there.length} of ${units.length} units answer.`;
  return silent.length === 0 ? counted : `${counted} Silent: ${silent.join(', ')}.`;
}

const kinds = { bus: 'shared bus', feed: 'shared feed', ground: 'shared ground' } as const;
const shownCauses = 3;

/** What the units that were lost hang on together. */
function Shared({ watch, line }: { readonly watch: BusWatch; readonly line: Line }) {
  const causes = causesOfLoss(watch, line).slice(0, shownCauses);
  if (causes.length === 0) return null;
  const nameOf = (id: string) => [...line.units, ...line.parts].find((one) => one.id === id)?.name ?? id;
  return (
    <section aria-label="What they have in common">
      <h2>What they have in common</h2>
      <ul className={classes.shared}>
        {causes.map(({ id, kind, name, healthy }) => (
          <li key={`${kind} ${id}`}>
            <b>{name}</b>
            <small>{kind in kinds ? kinds[kind as keyof typeof kinds] : ''}</small>
            <span>
              {healthy.length === 0
                ? 'nothing contradicts this'
                : `${healthy.map(nameOf).join(', ')}: on it too, and never lost`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
