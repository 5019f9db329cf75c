import { useQuery } from '@tanstack/react-query';
import { api, need, type Schema } from '../api/client';

export const useRoutes = (code: string, aim: Schema['Aim'] | null) =>
  useQuery({
    queryKey: ['lot', code, 'routes', aim],
    placeholderData: (old) => old,
    queryFn: () => need(api.GET('/api/lots/{code}/routes', { params: { path: { code }, query: aim ? { aim } : {} } })),
  });
