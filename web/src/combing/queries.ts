import { useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

export const useCombs = () => server.useQuery('get', '/api/tools/combs');

/** The ways of combing, with the tool each asks for. */
export const useCombWays = () => server.useQuery('get', '/api/combing/ways', undefined, { staleTime: Infinity });

/** Flicks have a cloth and stand among the cards. */
export const useFlicks = () =>
  server.useQuery('get', '/api/tools/cards', undefined, {
    select: (cards: Schema['CardsView'][]) => cards.filter((c) => c.kind === 'flick'),
  });

/** Loads as they would be, reckoned by the server while one chooses. It is posted because it is large; it changes nothing. */
export const useCombPlan = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/combing/plan', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () => (await api.POST('/api/combing/plan', { body: thawed<Schema['CombStart']>(asked) })).data!,
  });
