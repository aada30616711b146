import type { ServersPart, TrailEvent } from '@probe-trail/core/trail';
import { Dexie, type EntityTable } from 'dexie';

/** An event that the server has not acknowledged yet. */
export interface WaitingEvent {
  readonly seq: number;
  readonly trailId: string;
  readonly event: TrailEvent;
}

/** An event that the server refused; kept, so that nothing typed is lost. */
export interface RefusedEvent extends WaitingEvent {
  readonly message: string;
}

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

class DeviceDatabase extends Dexie {
  waiting!: EntityTable<WaitingEvent, 'seq'>;
  refused!: EntityTable<RefusedEvent, 'seq'>;
  logs!: EntityTable<KeptLog, 'trailId'>;
  answers!: EntityTable<KeptAnswer, 'url'>;
  photos!: EntityTable<WaitingPhoto, 'photoId'>;
  layouts!: EntityTable<KeptLayout, 'shape'>;

  constructor() {
    super('probe-trail');
    this.version(1).stores({ waiting: '++seq, trailId', refused: 'seq, trailId' });
    this.version(2).stores({ logs: 'trailId', answers: 'url, atMs', photos: 'photoId' });
    this.version(3).stores({ layouts: 'shape, atMs' });
  }
}

/** What this device keeps for itself: it outlives a reload, a crash and a restart. */
export const device = new DeviceDatabase();
