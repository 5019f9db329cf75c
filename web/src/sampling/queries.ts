import { server } from '../api/client';

export const usePrepared = () => server.useQuery('get', '/api/lots', { params: { query: { prepared: true } } });

/** The wall from its newest sample on, as many further pieces of it as were asked for. */
export const useSamples = () =>
  server.useInfiniteQuery(
    'get',
    '/api/samples',
    {},
    {
      pageParamName: 'after',
      initialPageParam: undefined as string | undefined,
      getNextPageParam: (last) => last.next ?? undefined,
    },
  );

export const useSampleCard = (code: string) =>
  server.useQuery('get', '/api/samples/{code}', { params: { path: { code } } });
