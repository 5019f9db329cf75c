import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useReckonings = () =>
  useQuery({ queryKey: ['reckonings'], staleTime: Infinity, queryFn: () => need(api.GET('/api/reckon')) });
