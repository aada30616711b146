import { makeChoosingService } from '../choosing/service.js';
import { makeChoosingStore } from '../choosing/store.js';
import { makeCircuitStore } from '../circuit/store.js';
import { makeCodeStore } from '../codes/store.js';
import { inDataFolder } from '../db/dataFolder.js';
import type { Database } from '../db/openDatabase.js';
import { makeHealth } from '../health/service.js';
import { makeInstrumentStore } from '../instrument/store.js';
import { makeJobService } from '../job/service.js';
import { type JobStore, makeJobStore } from '../job/store.js';
import { makeDueLessons } from '../learning/dueLessons.js';
import { makeLearningService } from '../learning/service.js';
import { makeLearningStore } from '../learning/store.js';
import { makeLibraryStore } from '../library/store.js';
import { makeSessionStore } from '../person/sessions.js';
import { makePersonStore } from '../person/store.js';
import { makePhotoStore } from '../photo/store.js';
import { makePlanService } from '../plan/service.js';
import { makePlanStore } from '../plan/store.js';
import { makeRecordingStore } from '../recording/store.js';
import { makeReviewStore } from '../review/store.js';
import { makeWaitingStore } from '../review/waiting.js';
import { makeSearchStore } from '../search/store.js';
import { makeTrailService } from '../trail/service.js';
import { makeTrailStore } from '../trail/store.js';
import { makeVehicleStore } from '../vehicle/store.js';
import { makeWorkshopStore } from '../workshop/store.js';

export type Services = ReturnType<typeof makeServices>;

/** Stores and services on one database and data folder. */
export function makeServices(database: Database, dataFolder: string, nowMs: () => number) {
  const [codes, trailStore] = [makeCodeStore(database), makeTrailStore(database)];
  const [vehicles, jobStore] = [makeVehicleStore(database), makeJobStore(database)];
  const plans = makePlanService(makePlanStore(database));
  const [people, photos] = [makePersonStore(database), makePhotoStore(database, inDataFolder(dataFolder).photos)];
  const due = makeDueLessons();
  const trails = makeTrailService({
    store: trailStore,
    hasJob: jobStore.has,
    plans,
    people,
    photos,
    told: due.trailChanged,
  });
  const { stateOf } = trails;
  const jobs = makeJobService({
    jobs: tellingStore(jobStore, due.jobChanged),
    codes,
    trails: { ...trailStore, stateOf },
    vehicles,
    people,
    photos,
  });
  const learningStore = makeLearningStore(database);
  const learning = makeLearningService({
    due,
    store: learningStore,
    trails,
    trailLines: trailStore,
    jobs,
    plans,
    failed: (what, error) => console.error(`It could not be counted ${what}:`, error),
  });
  const choosingStore = makeChoosingStore(database, learningStore);
  return {
    people,
    sessions: makeSessionStore(database, nowMs),
    plans,
    trails,
    vehicles,
    codes,
    trailStore,
    jobStore,
    jobs,
    learning,
    choosingStore,
    choosing: makeChoosingService({ jobs, codes, vehicles, store: choosingStore }),
    photos,
    recordings: makeRecordingStore(database, inDataFolder(dataFolder).recordings),
    search: makeSearchStore(database),
    instruments: makeInstrumentStore(database),
    reviews: makeReviewStore(database),
    waiting: makeWaitingStore(database),
    circuits: makeCircuitStore(database),
    library: makeLibraryStore(database),
    workshop: makeWorkshopStore(database),
    health: makeHealth(database, dataFolder, trails.waiting),
  };
}

/** The same store, which says of every job that it has new entries. */
const tellingStore = (store: JobStore, tell: (jobId: string) => void): JobStore => ({
  ...store,
  append: async (jobId, ...entries) => {
    await store.append(jobId, ...entries);
    tell(jobId);
  },
});
