import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useBreeds = () => useQuery({ queryKey: ['breeds'], queryFn: () => need(api.GET('/api/breeds')) });
