import type { Permission } from '@probe-trail/core/person';

interface PageInfo {
  readonly path: `/${string}`;
  /** What a way to it is called; pages of one thing, such as a job, have none. */
  readonly label?: string;
  /** Whether the bar on top of every page leads there; the palette leads wherever there is a label. */
  readonly isInBar?: boolean;
  /** What somebody must be allowed to do to be offered a way there; the server guards it too. */
  readonly needs?: Permission;
}

/** The pages: their addresses, and what the bar and the palette call them. The router has a view for each. */
export const pages = {
  board: { path: '/', label: 'Board', isInBar: true },
  vehicles: { path: '/vehicles', label: 'Vehicles', isInBar: true },
  plans: { path: '/plans', label: 'Plans', isInBar: true },
  library: { path: '/library', label: 'Library', isInBar: true },
  trails: { path: '/trails', label: 'Trails', isInBar: true },
  instruments: { path: '/instruments', label: 'Instruments', isInBar: true },
  lessons: { path: '/lessons', label: 'What the bay found' },
  search: { path: '/search', label: 'Search', isInBar: true },
  people: { path: '/people', label: 'People', isInBar: true, needs: 'managePeople' },
  workshop: { path: '/workshop', label: 'Workshop', needs: 'keepWorkshop' },
  newJob: { path: '/jobs/new', label: 'Check in a bus' },
  preferences: { path: '/me', label: 'Preferences' },
  job: { path: '/jobs/:jobId' },
  account: { path: '/jobs/:jobId/account' },
  sheets: { path: '/jobs/:jobId/codes' },
  newSheet: { path: '/jobs/:jobId/codes/new' },
  live: { path: '/jobs/:jobId/live' },
  watch: { path: '/jobs/:jobId/watch' },
  deadTogether: { path: '/jobs/:jobId/dead' },
  circuit: { path: '/circuits/:circuitId' },
  importLog: { path: '/jobs/:jobId/recordings/new' },
  importCapture: { path: '/jobs/:jobId/captures/new' },
  recording: { path: '/jobs/:jobId/recordings/:recordingId' },
  actuators: { path: '/jobs/:jobId/actuators' },
  planChoice: { path: '/jobs/:jobId/plans' },
  newVehicle: { path: '/vehicles/new' },
  vehicle: { path: '/vehicles/:vehicleId' },
  plan: { path: '/plans/:planId' },
  planEditor: { path: '/plans/:planId/edit' },
  versions: { path: '/plans/:planId/versions' },
  planLessons: { path: '/plans/:planId/lessons' },
  tryPlan: { path: '/plans/:planId/try' },
  trail: { path: '/trails/:trailId' },
  record: { path: '/trails/:trailId/record' },
} as const satisfies Record<string, PageInfo>;

export type PageName = keyof typeof pages;

/** The pages that somebody can be led to, in the order in which they are offered. */
export const waysTo = (
  may: (permission: Permission) => boolean,
): readonly Required<Pick<PageInfo, 'path' | 'label' | 'isInBar'>>[] =>
  Object.values<PageInfo>(pages).flatMap(({ path, label, isInBar = false, needs }) =>
    label !== undefined && (needs === undefined || may(needs)) ? [{ path, label, isInBar }] : [],
  );
