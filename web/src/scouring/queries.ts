import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';

/** The wash behind a lot as it was done; nothing where it was not watched. */
export const useFinishedWash = (code: string) =>
  useQuery({
    queryKey: ['lot', code, 'washed'],
    queryFn: async () => (await api.GET('/api/scouring/washed/{code}', { params: { path: { code } } })).data ?? null,
  });
