import { useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

export const useCards = () => server.useQuery('get', '/api/tools/cards');

/** What fibre is carded on in loads; a flick takes locks, one after another. */
export const useLoadCards = () =>
  server.useQuery('get', '/api/tools/cards', undefined, {
    select: (cards: Schema['CardsView'][]) => cards.filter((c) => c.kind !== 'flick'),
  });

/** Loads as they would be, reckoned by the server while one chooses. It is posted because it is large; it changes nothing. */
export const useLoadPlan = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/carding/plan', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () => (await api.POST('/api/carding/plan', { body: thawed<Schema['CardStart']>(asked) })).data!,
  });
