import { type Stage, type Station, stages } from '@probe-trail/core/job';
import { standingEntries } from '@probe-trail/core/log';
import type { ComponentType, ReactNode } from 'react';
import { CodesFacts, CodesStation } from '../../codes/CodesStation';
import { ArrivedStation, sayArrival } from '../../job/ArrivedStation';
import { ConfirmedFacts, ConfirmedStation } from '../../job/ConfirmedStation';
import { ReturnedStation } from '../../job/ReturnedStation';
import type { OpenJob, StationBodyProps } from '../../job/useJob';
import { ProofStation, sayProofFacts } from '../../proof/ProofStation';
import { RepairStation, sayRepairs } from '../../repair/RepairStation';
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

/** The entry by which a job was moved to a stage last; `undefined` where it stands before that stage again, or never came to it. */
function movedTo({ job, events }: OpenJob, to: Stage) {
  if (order.indexOf(job.stage) < order.indexOf(to)) return undefined;
  return standingEntries(events).findLast((event) => event.kind === 'stageSet' && event.stage === to);
}

const order = Object.keys(stages) as Stage[];

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
    // Once it is repaired, the trail goes on with the proof.
    atMs: ({ job, trails }) =>
      job.repairs.length > 0
        ? undefined
        : trails.findLast(({ concludedWith }) => concludedWith !== null)?.lastEventAtMs,
    Body: CauseStation,
  },
  repair: {
    task: ({ job }) => (job.stage === 'open' ? 'Repair it' : 'Under repair'),
    facts: (open) => sayRepairs(open),
    atMs: ({ job }) => job.repairs.at(-1)?.atMs,
    Body: RepairStation,
  },
  proof: {
    task: () => 'Prove the repair',
    facts: (open) => sayProofFacts(open),
    atMs: ({ job }) => job.proof?.atMs,
    Body: ProofStation,
  },
  returned: {
    task: () => 'Return the bus',
    facts: ({ job }) => (job.stage === 'gone' ? 'returned' : 'what was found, what was done'),
    atMs: (open) => movedTo(open, 'gone')?.atMs,
    Body: ReturnedStation,
  },
} as const satisfies Record<Station, StationView>;
