import { makeChoosingService } from '../choosing/service.js';
import { makeChoosingStore } from '../choosing/store.js';
import { makeCodeStore } from '../codes/store.js';
import { inDataFolder } from '../db/dataFolder.js';
import type { Database } from '../db/openDatabase.js';
import { makeHealth } from '../health/service.js';
import { makeInstrumentStore } from '../instrument/store.js';
import { makeJobService } from '../job/service.js';
import { makeJobStore } from '../job/store.js';
import { makeLibraryStore } from '../library/store.js';
import { makeSessionStore } from '../person/sessions.js';
import { makePersonStore } from '../person/store.js';
import { makePhotoStore } from '../photo/store.js';
import { makePlanService } from '../plan/service.js';
import { makePlanStore } from '../plan/store.js';
import { makeReviewStore } from '../review/store.js';
import { makeWaitingStore } from '../review/waiting.js';
import { makeSearchStore } from '../search/store.js';
import { makeTrailService } from '../trail/service.js';
import { makeTrailStore } from '../trail/store.js';
import { makeVehicleStore } from '../vehicle/store.js';

export type Services = ReturnType<typeof makeServices>;

/** Stores and services on one database and data folder. */
export function makeServices(database: Database, dataFolder: string, nowMs: () => number) {
  const [codes, trailStore] = [makeCodeStore(database), makeTrailStore(database)];
  const [vehicles, jobStore] = [makeVehicleStore(database), makeJobStore(database)];
  const plans = makePlanService(makePlanStore(database));
  const [people, photos] = [makePersonStore(database), makePhotoStore(database, inDataFolder(dataFolder).photos)];
  const trails = makeTrailService({ store: trailStore, hasJob: jobStore.has, plans, people, photos });
  const { stateOf } = trails;
  const jobs = makeJobService({ jobs: jobStore, codes, trails: { ...trailStore, stateOf }, vehicles, people, photos });
  const choosingStore = makeChoosingStore(database, trailStore);
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
    choosingStore,
    choosing: makeChoosingService({ jobs, codes, vehicles, store: choosingStore }),
    photos,
    search: makeSearchStore(database),
    instruments: makeInstrumentStore(database),
    reviews: makeReviewStore(database),
    waiting: makeWaitingStore(database),
    library: makeLibraryStore(database),
    health: makeHealth(database, dataFolder, trails.waiting),
  };
}
