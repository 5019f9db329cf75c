import { api, queryClient, type Schema } from '../api/client';
import { useSend } from '../api/keep';
import { tappedAt } from './live';

/** The wool is lifted from a bath: now, even if the server only hears of it later. */
export function useLift(bathId: string) {
  const { go, ...sending } = useSend(
    async (body: Schema['LiftRequest']) =>
      (await api.POST('/api/scouring/baths/{id}/lift', { params: { path: { id: bathId } }, body })).data!,
    () => void queryClient.invalidateQueries({ queryKey: ['washing'] }),
  );
  // Lifting twice is lifting once: it needs no key.
  return { ...sending, lift: () => void go({ at: tappedAt() }, '') };
}
