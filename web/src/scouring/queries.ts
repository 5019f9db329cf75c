import { useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** The wash behind a lot as it was done; nothing where it was not watched. */
export const useFinishedWash = (code: string) =>
  server.useQuery('get', '/api/scouring/washed/{code}', { params: { path: { code } } });

/** A plan as it is typed, reckoned by the server. It is posted because it is large; it changes nothing. */
export const usePlanned = (asked: string) =>
  useQuery({
    queryKey: ['post', '/api/scouring/plan', asked],
    enabled: asked !== '',
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () =>
      (await api.POST('/api/scouring/plan', { body: thawed<Schema['ScourPlanRequest']>(asked) })).data!,
  });
