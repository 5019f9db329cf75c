import { useQuery } from '@tanstack/react-query';
import { api, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** The balance of an entry as it is typed, reckoned by the server. It is posted because it is large; it changes nothing. */
export const useWeighUp = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/entries/weigh-up', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () =>
      (await api.POST('/api/entries/weigh-up', { body: thawed<Schema['StepRequest']>(asked) })).data!,
  });
