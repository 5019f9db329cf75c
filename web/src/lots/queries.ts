import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useWhere = (code: string) =>
  useQuery({
    queryKey: ['lot', code, 'where'],
    queryFn: () => need(api.GET('/api/lots/{code}/where', { params: { path: { code } } })),
  });
