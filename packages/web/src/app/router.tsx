import type { ComponentType } from 'react';
import { createBrowserRouter, type LazyRouteFunction, type RouteObject } from 'react-router';
import { TrailsPage } from '../trail/TrailsPage';
import { Waiting } from '../ui/Wait';
import { RouteFailure } from './RouteFailure';
import { Shell } from './Shell';

/** A view that is loaded when it is first opened. */
const view =
  <Name extends string>(load: () => Promise<Record<Name, ComponentType>>, name: Name): LazyRouteFunction<RouteObject> =>
  async () => ({ Component: (await load())[name] });

export const router = createBrowserRouter([
  {
    Component: Shell,
    errorElement: <RouteFailure />,
    HydrateFallback: Waiting,
    children: [
      { path: '/', Component: TrailsPage },
      { path: '/who', lazy: view(() => import('../person/PersonPage'), 'PersonPage') },
      { path: '/plans', lazy: view(() => import('../plan/PlanLibraryPage'), 'PlanLibraryPage') },
      { path: '/plans/:planId', lazy: view(() => import('../plan/PlanPage'), 'PlanPage') },
      { path: '/plans/:planId/edit', lazy: view(() => import('../plan/editor/PlanEditorPage'), 'PlanEditorPage') },
      { path: '/trails/:trailId', lazy: view(() => import('../trail/follow/FollowPage'), 'FollowPage') },
      {
        path: '/trails/:trailId/record',
        lazy: view(() => import('../trail/record/TrailRecordPage'), 'TrailRecordPage'),
      },
    ],
  },
]);
