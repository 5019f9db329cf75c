import { server } from '../api/client';

export const useReckonings = () => server.useQuery('get', '/api/reckon', undefined, { staleTime: Infinity });
