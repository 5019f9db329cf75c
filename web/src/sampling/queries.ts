import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const usePrepared = () =>
  useQuery({
    queryKey: ['lots', 'prepared'],
    queryFn: () => need(api.GET('/api/lots', { params: { query: { prepared: true } } })),
  });

export const useSamples = () => useQuery({ queryKey: ['samples'], queryFn: () => need(api.GET('/api/samples')) });

export const useSampleCard = (code: string) =>
  useQuery({
    queryKey: ['sample', code],
    queryFn: () => need(api.GET('/api/samples/{code}', { params: { path: { code } } })),
  });
