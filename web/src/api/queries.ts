import { queryOptions, useQuery, type Query } from '@tanstack/react-query';
import { api, Problem, queryClient, server, setToken, setUnits, type Schema } from './client';
import { arrivedAt, hearClock } from './clock';
import { setZone } from './zone';
import type { paths } from './schema';

/** What several rooms ask for; what only one asks for stands in its own queries.ts. */

type GetPath = { [P in keyof paths]: paths[P] extends { get: { responses: unknown } } ? P : never }[keyof paths];

const asks = (query: Query, of: readonly string[], under: readonly string[]) => {
  const [method, path] = query.queryKey as [unknown, unknown];
  if (method !== 'get' || typeof path !== 'string') return false;
  return of.includes(path) || under.some((p) => path === p || path.startsWith(`${p}/`));
};

/**
 * Asks anew for what these addresses said; of those `under` one, for all below it too. With a moment only for what is older than it: what was
 * answered since, or is being asked for, is left alone.
 */
export const invalidate = (of: readonly GetPath[], under: readonly GetPath[] = [], since: number | null = null) =>
  queryClient.invalidateQueries({
    predicate: (query) =>
      asks(query, of, under) &&
      (since === null || (query.state.fetchStatus !== 'fetching' && query.state.dataUpdatedAt < since)),
  });

/** Asks anew for everything that is shown and could not be asked for last time. */
export const refetchFailed = () =>
  queryClient.refetchQueries({ type: 'active', predicate: (query) => query.state.status === 'error' });

const isAway = (query: Query) => query.state.error instanceof Problem && query.state.error.isAway;

/** The same, where something could not be asked for because the house or its database was away, once they answer again. */
export async function refetchWhenBack() {
  if (queryClient.getQueryCache().findAll({ type: 'active', predicate: isAway }).length === 0) return;
  const answer = await fetch('/api/health').catch(() => null);
  if (answer?.ok) await refetchFailed();
}

/** After a change to the log everything that shows masses is asked for again; with a moment what is older than it. */
export const refreshLogSince = (since: number | null) =>
  invalidate(
    [
      '/api/course',
      '/api/course/air',
      '/api/drafts',
      '/api/runs',
      '/api/spinning/week',
      '/api/dehairing/{code}',
      '/api/scouring/washed/{code}',
      '/api/entries/{id}/question',
      '/api/comparing/{code}/rehearsed',
    ],
    ['/api/lots', '/api/samples', '/api/drafts', '/api/animals', '/api/photographs'],
    since,
  );

export const refreshLog = () => refreshLogSince(null);

/** After a change to what stands about in the workshop; with a moment what is older than it. */
export const refreshToolsSince = (since: number | null) =>
  invalidate(
    [
      '/api/scouring',
      '/api/tools/cards',
      '/api/tools/combs',
      '/api/tools/spinners',
      '/api/instruments',
      '/api/session',
      '/api/breeds',
      '/api/breeds/search',
    ],
    [],
    since,
  );

export const refreshTools = () => refreshToolsSince(null);

/** Wheels, spindles and winders: where yarn is spun, plied and measured. */
export const useSpinners = () => server.useQuery('get', '/api/tools/spinners');

export const course = server.queryOptions('get', '/api/course', undefined, { refetchInterval: 30_000 });

export const runs = server.queryOptions('get', '/api/runs', undefined, { refetchInterval: 30_000 });

export const stations = server.queryOptions('get', '/api/course/stations', undefined, { staleTime: Infinity });

export const session = queryOptions({
  ...server.queryOptions('get', '/api/session'),
  staleTime: Infinity,
  queryFn: async ({ signal }) => {
    const here = (await api.GET('/api/session', { signal })).data!;
    setToken(here.token);
    setUnits(here.unit, here.temperatureSign, here.lengthSign);
    setZone(here.zoneOffsets);
    hearClock(here.now, here.speed, arrivedAt('/api/session'));
    return here;
  },
});

export const drafts = server.queryOptions('get', '/api/drafts');

export const air = server.queryOptions('get', '/api/course/air');

export const cautions = server.queryOptions('get', '/api/course/cautions', undefined, { staleTime: Infinity });

export const waiting = (step: Schema['StepKind']) =>
  server.queryOptions('get', '/api/lots', { params: { query: { step } } });

export const lot = (code: string) => server.queryOptions('get', '/api/lots/{code}', { params: { path: { code } } });

export const useSession = () => useQuery(session);

export const useToday = () => useQuery(course);

/** What runs at the benches; the live stream says when to ask again, and without it every half minute does. */
export const useRuns = () => useQuery(runs);

/** What the server answered to a change of a run is what the screens show; they do not ask for all runs again. */
export async function putRun(run: Schema['RunView']) {
  // An answer that is on its way is older.
  await queryClient.cancelQueries({ queryKey: runs.queryKey });
  queryClient.setQueryData<Schema['RunView'][]>(
    runs.queryKey,
    (all) => all && (all.some((r) => r.id === run.id) ? all.map((r) => (r.id === run.id ? run : r)) : [...all, run]),
  );
}

export const useStations = () => useQuery(stations);

/** Breeds that begin like, contain or nearly are what was typed. */
export const useBreedSearch = (q: string) =>
  server.useQuery('get', '/api/breeds/search', { params: { query: { q } } }, { placeholderData: (old) => old });

/** After a change to an animal: the lots that are named after it change with it. */
export const refreshAnimals = refreshLog;

/** Animals whose name begins so; of one kind, or of any. */
export const useAnimalSearch = (q: string, kind?: Schema['AnimalKind']) =>
  server.useQuery('get', '/api/animals', { params: { query: { q, kind } } }, { placeholderData: (old) => old });

/** The room's air as it was last read today. */
export const useAir = () => useQuery(air);

/** The stations whose caution this person has read. */
export const useCautions = () => useQuery(cautions);

export const useWaiting = (step: Schema['StepKind']) => useQuery(waiting(step));

export const useLot = (code: string) => useQuery(lot(code));

export const useDrafts = () => useQuery(drafts);

export const useWashHouse = () => server.useQuery('get', '/api/scouring');

export const useInstruments = () => server.useQuery('get', '/api/instruments');

/** The stations that stand on the rail now: those that always do, and those where something waits. */
export const onRail = (stations: readonly Schema['StationView'][] = [], today: Schema['Today'] | undefined) =>
  stations.filter(
    (s) => s.onRail === 'always' || (s.onRail === 'whenWaiting' && today?.heaps.some((h) => h.step === s.step)),
  );
