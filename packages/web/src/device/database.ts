import type { NewSheet } from '@probe-trail/core/codes';
import type { JobEvent } from '@probe-trail/core/job';
import type { ChannelInfo, Mark, NewRecording, RecordedRows } from '@probe-trail/core/recording';
import type { ServersPart, TrailEvent } from '@probe-trail/core/trail';
import { Dexie, type EntityTable } from 'dexie';

/** What is recorded on this device and goes to the server: an entry of a trail or of a job, or a code sheet of a job. */
export type Recorded =
  | { readonly kind: 'trailEvent'; readonly trailId: string; readonly event: TrailEvent }
  | { readonly kind: 'jobEvent'; readonly jobId: string; readonly event: JobEvent }
  | { readonly kind: 'sheet'; readonly jobId: string; readonly takenBy: string; readonly sheet: NewSheet };

/** Something recorded that the server has not acknowledged yet. What is in one queue arrives in its order. */
export interface Waiting {
  readonly seq: number;
  readonly queue: string;
  readonly recorded: Recorded;
}

/** Something recorded that the server refused; kept, so that nothing typed is lost. */
export interface Refused extends Waiting {
  readonly message: string;
}

/** The queue of what is recorded: one for each trail, and one for each job with its sheets. */
export const queueOf = (recorded: Recorded): string =>
  recorded.kind === 'trailEvent' ? queueOfTrail(recorded.trailId) : queueOfJob(recorded.jobId);
export const queueOfTrail = (trailId: string): string => `trail/${trailId}`;
export const queueOfJob = (jobId: string): string => `job/${jobId}`;

/** How an entry waited before jobs had a queue. */
interface WaitedBefore {
  readonly trailId: string;
  readonly event: TrailEvent;
}

const inQueue = ({ trailId, event, ...row }: WaitedBefore) => ({
  ...row,
  queue: queueOfTrail(trailId),
  recorded: { kind: 'trailEvent', trailId, event } satisfies Recorded,
});

export interface KeptLog extends ServersPart {
  readonly trailId: string;
}

/** What a request was answered, to be shown again without a network. */
export interface KeptAnswer {
  readonly url: string;
  readonly data: unknown;
  readonly atMs: number;
}

/** A picture taken here; it stays until the server has it. */
export interface WaitingPhoto {
  readonly photoId: string;
  readonly picture: Blob;
}

/** How a stretch of a plan's map was laid out, by its shape: a plan that is opened again stands at once, and as it stood. */
export interface KeptLayout {
  readonly shape: string;
  readonly layout: unknown;
  readonly atMs: number;
}

/** A recording that was made or opened here: it can be read without a network. */
export interface KeptRecording {
  readonly recordingId: string;
  readonly jobId: string;
  readonly info: NewRecording;
  /** A browser keeps a value of up to 127 MB in its database, and a blob of any size beside it. */
  readonly file: Blob;
  /** Whether the server has all of it. */
  readonly isSent: boolean;
}

/** A recording that goes on, or was broken off; what came of it is in pieces. */
export interface RecordingRun {
  readonly runId: string;
  readonly jobId: string;
  readonly name: string;
  readonly startedAtMs: number;
  readonly channels: readonly ChannelInfo[];
  readonly marks: readonly Mark[];
  /** When it was heard of last: whoever finds one that is long silent ends it. */
  readonly aliveAtMs: number;
}

export interface RecordingPiece extends RecordedRows {
  readonly seq: number;
  readonly runId: string;
}

export class DeviceDatabase extends Dexie {
  waiting!: EntityTable<Waiting, 'seq'>;
  refused!: EntityTable<Refused, 'seq'>;
  logs!: EntityTable<KeptLog, 'trailId'>;
  answers!: EntityTable<KeptAnswer, 'url'>;
  photos!: EntityTable<WaitingPhoto, 'photoId'>;
  layouts!: EntityTable<KeptLayout, 'shape'>;
  recordings!: EntityTable<KeptRecording, 'recordingId'>;
  runs!: EntityTable<RecordingRun, 'runId'>;
  pieces!: EntityTable<RecordingPiece, 'seq'>;

  constructor(name: string) {
    super(name);
    this.version(1).stores({ waiting: '++seq, trailId', refused: 'seq, trailId' });
    this.version(2).stores({ logs: 'trailId', answers: 'url, atMs', photos: 'photoId' });
    this.version(3).stores({ layouts: 'shape, atMs' });
    this.version(4)
      .stores({ waiting: '++seq, queue', refused: 'seq, queue' })
      .upgrade(async (change) => {
        for (const name of ['waiting', 'refused'])
          await change
            .table<WaitedBefore>(name)
            .toCollection()
            .modify((row, ref) => {
              ref.value = inQueue(row) as unknown as WaitedBefore;
            });
      });
    // Answers of before lack what pages show now (repairs of a vehicle): they are asked for anew.
    this.version(5).upgrade((change) => change.table('answers').clear());
    // Nor do kept plans have what goes with a repair (plan format 7).
    this.version(6).upgrade((change) => change.table('answers').clear());
    // Nor where a weight comes from, and which steps prove a repair (plan format 8).
    this.version(7).upgrade((change) => change.table('answers').clear());
    // Nor what is read from the vehicle and commanded (plan format 9).
    this.version(8).upgrade((change) => change.table('answers').clear());
    this.version(9).stores({ recordings: 'recordingId, jobId', runs: 'runId', pieces: '++seq, runId' });
    // Nor what the units of a vehicle said that they are on earlier visits.
    this.version(10).upgrade((change) => change.table('answers').clear());
    // Nor what the watch counts, and what physics say of a part (plan format 10).
    this.version(11).upgrade((change) => change.table('answers').clear());
    // Recordings say of which kind they are: those of before are of drives, and had their bytes in the row.
    this.version(12).upgrade(async (change) => {
      await change.table('answers').clear();
      await change
        .table<KeptRecording & { readonly bytes: Uint8Array<ArrayBuffer> }>('recordings')
        .toCollection()
        .modify(({ bytes, ...row }, ref) => {
          const kept: KeptRecording = { ...row, info: { ...row.info, kind: 'drive' }, file: new Blob([bytes]) };
          ref.value = kept as typeof ref.value;
        });
    });
    // Nor what is measured on captures (plan format 11).
    this.version(13).upgrade((change) => change.table('answers').clear());
  }
}

/** What this device keeps for itself: it outlives a reload, a crash and a restart. */
export const device = new DeviceDatabase('probe-trail');
