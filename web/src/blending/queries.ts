import { useQuery } from '@tanstack/react-query';
import { api, server, type Schema } from '../api/client';
import { thawed } from '../ui/figures';

/** What a blend can be laid on: cards, drums and boards, and hackles. */
export function useBlendTools() {
  const cards = server.useQuery('get', '/api/tools/cards');
  const combs = server.useQuery('get', '/api/tools/combs');
  return {
    isSuccess: cards.isSuccess && combs.isSuccess,
    of: (kind: Schema['ToolKind']) => [...(cards.data ?? []), ...(combs.data ?? [])].filter((t) => t.kind === kind),
  };
}

/** A blend as it would be, reckoned by the server while one chooses. It is posted because it is large; it changes nothing. */
export const useBlendPlan = (asked: string, enabled: boolean) =>
  useQuery({
    queryKey: ['post', '/api/blending/plan', asked],
    enabled,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async () => (await api.POST('/api/blending/plan', { body: thawed<Schema['BlendStart']>(asked) })).data!,
  });
