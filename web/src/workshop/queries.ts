import { useQuery } from '@tanstack/react-query';
import { api, need } from '../api/client';

export const useWorkshop = () => useQuery({ queryKey: ['workshop'], queryFn: () => need(api.GET('/api/workshop')) });
