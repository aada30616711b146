import type { Station, stages } from '@probe-trail/core/job';
import type { ComponentType, ReactNode } from 'react';
import { CodesFacts, CodesStation } from '../../codes/CodesStation';
import { ArrivedStation, sayArrival } from '../../job/ArrivedStation';
import { ConfirmedFacts, ConfirmedStation } from '../../job/ConfirmedStation';
import { ProofStation, RepairStation, ReturnedStation } from '../../job/StageStation';
import type { OpenJob, StationBodyProps } from '../../job/useJob';
import { CauseFacts, CauseStation, sayTesting, sayTestingTask, TestingStation } from '../../trail/list/TestingStation';

interface StationView {
  /** What there is to do while it is due. */
  readonly task: (open: OpenJob) => string;
  /** What is known, in one line; where nothing is, what happens there. */
  readonly facts: (open: OpenJob) => ReactNode;
  /** When its facts were recorded, ms since 1970. */
  readonly atMs: (open: OpenJob) => number | undefined;
  readonly Body: ComponentType<StationBodyProps>;
}

const lastOf = (open: OpenJob, isMeant: (event: OpenJob['events'][number]) => boolean): number | undefined =>
  open.events.findLast(isMeant)?.atMs;

const movedTo =
  (...to: readonly (keyof typeof stages)[]) =>
  (open: OpenJob): number | undefined =>
    lastOf(open, (event) => event.kind === 'stageSet' && to.includes(event.stage));

/** What the page of a job shows at each station. */
export const jobStations = {
  arrived: {
    task: () => 'Arrived',
    facts: (open) => sayArrival(open),
    atMs: ({ job }) => job.takenInAtMs,
    Body: ArrivedStation,
  },
  confirmed: {
    task: () => 'Confirm the complaint',
    facts: (open) => <ConfirmedFacts open={open} />,
    atMs: ({ job }) => job.complaintCheck?.atMs,
    Body: ConfirmedStation,
  },
  codes: {
    task: () => 'Read the codes of every unit',
    facts: (open) => <CodesFacts open={open} />,
    atMs: ({ sheets }) => sheets.at(-1)?.takenAtMs,
    Body: CodesStation,
  },
  testing: {
    task: sayTestingTask,
    facts: (open) => sayTesting(open),
    atMs: ({ trails }) => trails.at(-1)?.openedAtMs,
    Body: TestingStation,
  },
  cause: {
    task: () => 'Look at the cause',
    facts: (open) => <CauseFacts open={open} />,
    atMs: ({ trails }) => trails.findLast(({ concludedWith }) => concludedWith !== null)?.lastEventAtMs,
    Body: CauseStation,
  },
  repair: {
    task: ({ job }) => (job.stage === 'open' ? 'Repair it' : 'Under repair'),
    facts: ({ job }) => (job.stage === 'open' ? 'what is replaced, cleaned or repaired' : 'done'),
    atMs: movedTo('proving'),
    Body: RepairStation,
  },
  proof: {
    task: () => 'Prove the repair',
    facts: ({ job }) =>
      job.stage === 'ready' || job.stage === 'gone' ? 'shown' : 'the failing test again, codes, a drive',
    atMs: movedTo('ready'),
    Body: ProofStation,
  },
  returned: {
    task: () => 'Return the bus',
    facts: ({ job }) => (job.stage === 'gone' ? 'returned' : 'what was found, what was done'),
    atMs: movedTo('gone'),
    Body: ReturnedStation,
  },
} as const satisfies Record<Station, StationView>;
