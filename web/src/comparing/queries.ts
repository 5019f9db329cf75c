import { server } from '../api/client';

export const useComparison = (code: string, wanted: string) =>
  server.useQuery(
    'get',
    '/api/comparing/{code}',
    { params: { path: { code }, query: wanted ? { wanted } : {} } },
    { placeholderData: (old) => old, retry: wanted ? false : 3 },
  );

/** Of a lot of yarn: what was rehearsed, beside what became of it. */
export const useRehearsed = (code: string) =>
  server.useQuery('get', '/api/comparing/{code}/rehearsed', { params: { path: { code } } });

/** The samples that are for one use. */
export const useUse = (use: string) =>
  server.useQuery('get', '/api/uses/{use}', { params: { path: { use } } }, { placeholderData: (old) => old });
