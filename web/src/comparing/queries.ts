import { server } from '../api/client';

export const useComparison = (code: string) =>
  server.useQuery('get', '/api/comparing/{code}', { params: { path: { code } } });
