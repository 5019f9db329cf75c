import { server } from '../api/client';

export const useWhere = (code: string) =>
  server.useQuery('get', '/api/lots/{code}/where', { params: { path: { code } } });

/** What would go with an entry that is voided; asked anew each time it is looked at. */
export const useHanging = (id: string) =>
  server.useQuery('get', '/api/entries/{id}/hanging', { params: { path: { id } } }, { gcTime: 0 });

/** The entries further back, a page at a time, once somebody asks. */
export const useEarlier = (code: string, before: string | undefined) =>
  server.useInfiniteQuery(
    'get',
    '/api/lots/{code}/entries',
    { params: { path: { code }, query: { before: before ?? '' } } },
    {
      enabled: false,
      pageParamName: 'before',
      initialPageParam: before ?? '',
      getNextPageParam: (last: { earlier: number; entries: { id: string }[] }) =>
        last.earlier > 0 ? last.entries[0]?.id : undefined,
    },
  );
