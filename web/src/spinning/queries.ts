import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** Classes of yarn with wraps to begin from, and whether the lot can be spun to them. */
export const useYarnClasses = (lot: string | null) =>
  server.useQuery('get', '/api/spinning/classes', { params: { query: lot ? { lot } : {} } });

/** What a lot asks to become, by its length, its fineness and its crimp. */
export const useFibreWants = (lot: string | null) =>
  server.useQuery('get', '/api/spinning/wants', { params: { query: { lot: lot ?? '' } } }, { enabled: lot !== null });

/** What things usually take. */
export const useUsualYarn = () => server.useQuery('get', '/api/spinning/usual');

/** What goes wrong, with this lot's own facts. */
export const useFaults = (lot: string | null) =>
  server.useQuery('get', '/api/spinning/faults', { params: { query: lot ? { lot } : {} } });

/** What was measured of a lot of yarn. */
export const useYarn = (id: string) => server.useQuery('get', '/api/lots/{id}/yarn', { params: { path: { id } } });

/** Lots in store with how well they suit a yarn that is wanted. */
export const useSuits = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/spinning/suits', asked],
    enabled,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => (await api.POST('/api/spinning/suits', { body: thawed<Schema['AimRequest']>(asked) })).data!,
  });

/** Bobbins that were plied in part. */
export const useRemains = () => server.useQuery('get', '/api/spinning/remains');

/** How yarn of a lot is wound off onto what holds so much. */
export const useWinding = (lotId: string, holds: string) =>
  server.useQuery(
    'get',
    '/api/spinning/wind',
    { params: { query: { lotId, holds } } },
    { enabled: holds !== '', retry: false, placeholderData: keepPreviousData },
  );

/** Metres spun since Monday. */
export const useSpunWeek = () => server.useQuery('get', '/api/spinning/week');

/** Metres and grams spun in an hour, by preparation and draw. */
export const useSpinPace = () => server.useQuery('get', '/api/spinning/pace');

/** After how many draws the hook is moved. */
export const useHook = (every: string | null, drawMillimetres: number | null) =>
  server.useQuery(
    'get',
    '/api/spinning/hook',
    { params: { query: { every: every ?? '', drawMillimetres: drawMillimetres ?? 0 } } },
    { enabled: every !== null && Number.isFinite(drawMillimetres), retry: false },
  );

// What is reckoned by the server while one types: posted because it is large, it changes nothing.
const reckoned = { retry: false, placeholderData: keepPreviousData } as const;

/** What to spin for a yarn. */
export const useAim = (asked: string, enabled: boolean) =>
  useQuery({
    ...reckoned,
    queryKey: ['post', '/api/spinning/aim', asked],
    enabled,
    queryFn: async () => (await api.POST('/api/spinning/aim', { body: thawed<Schema['AimRequest']>(asked) })).data!,
  });

/** What plying gives, and how to do it. */
export const usePlyPlan = (asked: string, enabled: boolean) =>
  useQuery({
    ...reckoned,
    queryKey: ['post', '/api/spinning/ply', asked],
    enabled,
    queryFn: async () => (await api.POST('/api/spinning/ply', { body: thawed<Schema['PlyStart']>(asked) })).data!,
  });

/** Whether there is enough. */
export const useEnough = (asked: string, enabled: boolean) =>
  useQuery({
    ...reckoned,
    queryKey: ['post', '/api/spinning/enough', asked],
    enabled,
    queryFn: async () =>
      (await api.POST('/api/spinning/enough', { body: thawed<Schema['EnoughRequest']>(asked) })).data!,
  });
