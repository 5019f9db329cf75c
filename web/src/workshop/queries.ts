import { server } from '../api/client';

export const useWorkshop = () => server.useQuery('get', '/api/workshop');
