import { EventEmitter } from 'node:events';

/** What changed since its lesson was computed. */
export type Due =
  | { readonly kind: 'trail'; readonly trailId: string }
  | { readonly kind: 'job'; readonly jobId: string };

/** Trails and jobs whose lessons are to be computed anew, each once: noting one costs those who write nothing. */
export function makeDueLessons() {
  const trailIds = new Set<string>();
  const jobIds = new Set<string>();
  const noted = new EventEmitter<{ noted: [] }>();
  return {
    trailChanged: (trailId: string): void => {
      trailIds.add(trailId);
      noted.emit('noted');
    },

    jobChanged: (jobId: string): void => {
      jobIds.add(jobId);
      noted.emit('noted');
    },

    /** Everything that is due, which is then no longer. */
    take: (): readonly Due[] => {
      const due = [
        ...[...trailIds].map((trailId) => ({ kind: 'trail', trailId }) as const),
        ...[...jobIds].map((jobId) => ({ kind: 'job', jobId }) as const),
      ];
      trailIds.clear();
      jobIds.clear();
      return due;
    },

    onNoted: (hear: () => void): void => void noted.on('noted', hear),
  };
}

export type DueLessons = ReturnType<typeof makeDueLessons>;
