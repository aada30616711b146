import type { ComponentType } from 'react';
import { createBrowserRouter, type LazyRouteFunction, type LoaderFunctionArgs, type RouteObject } from 'react-router';
import { BoardPage } from '../job/BoardPage';
import { planApi } from '../plan/planApi';
import { Waiting } from '../ui/Wait';
import { RouteFailure } from './RouteFailure';
import { Shell } from './Shell';
import { store } from './store';

/** A view that is loaded when it is first opened. */
const view =
  <Name extends string>(load: () => Promise<Record<Name, ComponentType>>, name: Name): LazyRouteFunction<RouteObject> =>
  async () => ({ Component: (await load())[name] });

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

export const router = createBrowserRouter([
  {
    Component: Shell,
    errorElement: <RouteFailure />,
    HydrateFallback: Waiting,
    children: [
      { path: '/', Component: BoardPage },
      { path: '/me', lazy: view(() => import('../person/PreferencesPage'), 'PreferencesPage') },
      { path: '/people', lazy: view(() => import('../person/PeoplePage'), 'PeoplePage') },
      { path: '/jobs/new', lazy: view(() => import('../job/NewJobPage'), 'NewJobPage') },
      { path: '/jobs/:jobId', lazy: view(() => import('../job/JobPage'), 'JobPage') },
      { path: '/jobs/:jobId/codes', lazy: view(() => import('../codes/SheetsPage'), 'SheetsPage') },
      { path: '/jobs/:jobId/codes/new', lazy: view(() => import('../codes/NewSheetPage'), 'NewSheetPage') },
      { path: '/jobs/:jobId/plans', lazy: view(() => import('../choosing/PlanChoicePage'), 'PlanChoicePage') },
      { path: '/vehicles', lazy: view(() => import('../vehicle/VehiclesPage'), 'VehiclesPage') },
      { path: '/vehicles/new', lazy: view(() => import('../vehicle/NewVehiclePage'), 'NewVehiclePage') },
      { path: '/vehicles/:vehicleId', lazy: view(() => import('../vehicle/VehiclePage'), 'VehiclePage') },
      { path: '/instruments', lazy: view(() => import('../instrument/InstrumentsPage'), 'InstrumentsPage') },
      { path: '/library', lazy: view(() => import('../plan/library/LibraryPage'), 'LibraryPage') },
      { path: '/search', lazy: view(() => import('../search/SearchPage'), 'SearchPage') },
      { path: '/trails', lazy: view(() => import('../trail/TrailsPage'), 'TrailsPage') },
      { path: '/plans', lazy: view(() => import('../plan/PlanLibraryPage'), 'PlanLibraryPage') },
      { path: '/plans/:planId', lazy: view(() => import('../plan/PlanPage'), 'PlanPage') },
      {
        path: '/plans/:planId/edit',
        loader: askDraft,
        // The tabs of the editor and the chosen step stand in the address: they ask for nothing anew.
        shouldRevalidate: ({ currentParams, nextParams }) => currentParams.planId !== nextParams.planId,
        lazy: view(editor, 'PlanEditorPage'),
      },
      { path: '/plans/:planId/versions', lazy: view(() => import('../plan/review/VersionsPage'), 'VersionsPage') },
      { path: '/plans/:planId/try', lazy: view(() => import('../plan/try/TryPage'), 'TryPage') },
      { path: '/trails/:trailId', lazy: view(() => import('../trail/follow/FollowPage'), 'FollowPage') },
      {
        path: '/trails/:trailId/record',
        lazy: view(() => import('../trail/record/TrailRecordPage'), 'TrailRecordPage'),
      },
    ],
  },
]);
