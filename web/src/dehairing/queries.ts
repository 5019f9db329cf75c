import { useQuery } from '@tanstack/react-query';
import { api, need, type Schema } from '../api/client';

export const useDehairing = (code: string, use: Schema['DownUse']) =>
  useQuery({
    queryKey: ['lot', code, 'dehairing', use],
    enabled: code !== '',
    placeholderData: (old) => old,
    queryFn: () => need(api.GET('/api/dehairing/{code}', { params: { path: { code }, query: { use } } })),
  });
