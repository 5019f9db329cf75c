import { server } from '../api/client';

export const useJudgementKinds = () =>
  server.useQuery('get', '/api/look-over/kinds', undefined, { staleTime: Infinity });

export const lookOverOf = (code: string) =>
  server.queryOptions('get', '/api/lots/{code}/look-over', { params: { path: { code } } });

export const useLookOver = (code: string) =>
  server.useQuery('get', '/api/lots/{code}/look-over', { params: { path: { code } } });
