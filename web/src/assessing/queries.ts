import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useJudgementKinds = () =>
  useQuery({ queryKey: ['judgements'], staleTime: Infinity, queryFn: () => need(api.GET('/api/look-over/kinds')) });

export const useLookOver = (code: string) =>
  useQuery({
    queryKey: ['lot', code, 'look-over'],
    queryFn: () => need(api.GET('/api/lots/{code}/look-over', { params: { path: { code } } })),
  });
