import { server } from '../api/client';

export const usePrepared = () => server.useQuery('get', '/api/lots', { params: { query: { prepared: true } } });

export const useSamples = () => server.useQuery('get', '/api/samples');

export const useSampleCard = (code: string) =>
  server.useQuery('get', '/api/samples/{code}', { params: { path: { code } } });
