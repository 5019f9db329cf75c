import { useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** Classes of yarn with wraps to begin from. */
export const useYarnClasses = () => server.useQuery('get', '/api/spinning/classes', undefined, { staleTime: Infinity });

/** What to spin for a yarn, reckoned by the server while one types; it changes nothing. */
export const useAim = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/spinning/aim', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () => (await api.POST('/api/spinning/aim', { body: thawed<Schema['AimRequest']>(asked) })).data!,
  });
