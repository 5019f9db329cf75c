import { server } from '../api/client';

export const useBreeds = () => server.useQuery('get', '/api/breeds');
