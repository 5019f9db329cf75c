import { createBrowserRouter, redirect, type RouteObject } from 'react-router';
import { queryClient } from '../api/client';
import { session } from '../api/queries';
import { NoSuchPage } from '../ui/NoSuchPage';
import { everywhere, type At } from './asks';
import { BrokenPage } from './BrokenPage';
import { Frame } from './Frame';
import { loadPage, pagePaths, scripts } from './pages';
import { Waiting } from './Unanswered';

/** Whoever is not in is led to the door; what else cannot be asked for is said by the frame. */
async function loadFrame() {
  const here = await queryClient.ensureQueryData(session).catch(() => null);
  if (here && !(here.signedIn && here.workshop)) return redirect('/door');
  await Promise.all(everywhere.map((asked) => queryClient.ensureQueryData(asked).catch(() => undefined)));
  return null;
}

/** A page waits for the session: whoever is not in would only be refused. */
async function loadInside(path: (typeof pagePaths)[number], at: At) {
  const here = await queryClient.ensureQueryData(session).catch(() => null);
  return here?.workshop ? loadPage(path, at) : { bench: null };
}

/** The page itself; one whose script could not be fetched fails when it is drawn, so that this is said inside the frame. */
const component = (path: (typeof pagePaths)[number]) => () =>
  scripts[path]().catch(
    (error: unknown) =>
      function Unfetched(): never {
        throw error;
      },
  );

const routes: RouteObject[] = [
  {
    path: '/door',
    lazy: { Component: async () => (await import('../session/Door')).Door },
    ErrorBoundary: BrokenPage,
    HydrateFallback: Waiting,
  },
  {
    path: '/',
    loader: loadFrame,
    Component: Frame,
    ErrorBoundary: BrokenPage,
    HydrateFallback: Waiting,
    children: [
      ...pagePaths.map((path): RouteObject => ({
        path,
        lazy: { Component: component(path) },
        loader: ({ params }) => loadInside(path, params as At),
        ErrorBoundary: BrokenPage,
      })),
      { path: '*', Component: NoSuchPage },
    ],
  },
];

export const router = createBrowserRouter(routes);
