import type { ComponentType } from 'react';
import { createBrowserRouter, type LazyRouteFunction, type LoaderFunctionArgs, type RouteObject } from 'react-router';
import { type PageName, pages } from '../frame/pages';
import { BoardPage } from '../job/BoardPage';
import { planApi } from '../plan/planApi';
import { WaitingForYou } from '../plan/review/WaitingForYou';
import { Waiting } from '../ui/Waiting';
import { RouteFailure } from './RouteFailure';
import { Shell } from './Shell';
import { store } from './store';

/** A view that is loaded when it is first opened. */
const view = <Name extends string>(load: () => Promise<Record<Name, ComponentType>>, name: Name) => ({
  lazy: (async () => ({ Component: (await load())[name] })) satisfies LazyRouteFunction<RouteObject>,
});

/** The editor; what lays its map out is small, comes first, and starts its worker meanwhile. */
const editor = async () => {
  const [page] = await Promise.all([import('../plan/editor/PlanEditorPage'), import('../plan/map/layoutLibrary')]);
  return page;
};

/** Asks for a draft while the editor itself is still on its way. */
function askDraft({ params: { planId = '' } }: LoaderFunctionArgs): null {
  void store.dispatch(planApi.endpoints.planDraft.initiate(planId, { forceRefetch: true, subscribe: false }));
  return null;
}

/** What each page shows. */
const views: Readonly<Record<PageName, RouteObject>> = {
  board: { element: <BoardPage above={<WaitingForYou />} /> },
  preferences: view(() => import('../person/PreferencesPage'), 'PreferencesPage'),
  people: view(() => import('../person/PeoplePage'), 'PeoplePage'),
  workshop: view(() => import('../workshop/WorkshopPage'), 'WorkshopPage'),
  newJob: view(() => import('../job/NewJobPage'), 'NewJobPage'),
  job: view(() => import('./pages/JobPage'), 'JobPage'),
  account: view(() => import('../account/AccountPage'), 'AccountPage'),
  sheets: view(() => import('../codes/SheetsPage'), 'SheetsPage'),
  newSheet: view(() => import('../codes/NewSheetPage'), 'NewSheetPage'),
  live: view(() => import('../live/LivePage'), 'LivePage'),
  importLog: view(() => import('../recording/ImportLogPage'), 'ImportLogPage'),
  importCapture: view(() => import('../recording/ImportCapturePage'), 'ImportCapturePage'),
  recording: view(() => import('./pages/RecordingPage'), 'RecordingPage'),
  actuators: view(() => import('../actuator/ActuatorsPage'), 'ActuatorsPage'),
  watch: view(() => import('../live/WatchPage'), 'WatchPage'),
  deadTogether: view(() => import('../circuit/DeadTogetherPage'), 'DeadTogetherPage'),
  circuit: view(() => import('../circuit/CircuitPage'), 'CircuitPage'),
  planChoice: view(() => import('../choosing/PlanChoicePage'), 'PlanChoicePage'),
  vehicles: view(() => import('../vehicle/VehiclesPage'), 'VehiclesPage'),
  newVehicle: view(() => import('../vehicle/NewVehiclePage'), 'NewVehiclePage'),
  vehicle: view(() => import('./pages/VehiclePage'), 'VehiclePage'),
  instruments: view(() => import('../instrument/InstrumentsPage'), 'InstrumentsPage'),
  library: view(() => import('../plan/library/LibraryPage'), 'LibraryPage'),
  lessons: view(() => import('../learning/LessonsPage'), 'LessonsPage'),
  search: view(() => import('../search/SearchPage'), 'SearchPage'),
  trails: view(() => import('../trail/list/TrailsPage'), 'TrailsPage'),
  plans: view(() => import('../plan/list/PlansPage'), 'PlansPage'),
  plan: view(() => import('./pages/PlanPage'), 'PlanPage'),
  planEditor: {
    loader: askDraft,
    // The tabs of the editor and the chosen step stand in the address: they ask for nothing anew.
    shouldRevalidate: ({ currentParams, nextParams }) => currentParams.planId !== nextParams.planId,
    ...view(editor, 'PlanEditorPage'),
  },
  versions: view(() => import('../plan/review/VersionsPage'), 'VersionsPage'),
  planLessons: view(() => import('../learning/PlanLessonsPage'), 'PlanLessonsPage'),
  tryPlan: view(() => import('../try/TryPage'), 'TryPage'),
  trail: view(() => import('../trail/follow/FollowPage'), 'FollowPage'),
  record: view(() => import('../trail/record/TrailRecordPage'), 'TrailRecordPage'),
};

const names = Object.keys(pages) as PageName[];

export const router = createBrowserRouter([
  {
    Component: Shell,
    errorElement: <RouteFailure />,
    HydrateFallback: Waiting,
    children: names.map((name): RouteObject => ({ ...views[name], path: pages[name].path }) as RouteObject),
  },
]);
