import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useDoorCaution = () =>
  useQuery({ queryKey: ['door'], staleTime: Infinity, queryFn: () => need(api.GET('/api/course/door')) });
