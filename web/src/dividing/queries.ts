import { useQuery } from '@tanstack/react-query';
import { api, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** Strips and their colours as they would be, reckoned by the server while one chooses. It is posted because it is large; it changes nothing. */
export const useRehearsal = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/dividing/rehearse', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () =>
      (await api.POST('/api/dividing/rehearse', { body: thawed<Schema['RehearseRequest']>(asked) })).data!,
  });

/** Equal strips of a batt, reckoned by the server while one types; it changes nothing. */
export const useStripSizes = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/dividing/sizes', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () =>
      (await api.POST('/api/dividing/sizes', { body: thawed<Schema['StripSizesRequest']>(asked) })).data!,
  });
